<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;

/** How well people answer the brief of a requisition, by its weights and what its verdicts taught. */
final class FitOfCandidates
{
    /** The latest so many verdicts teach; older ones were of another mind. */
    private const VERDICTS = 100;
    /** Up to so many found people are scored, every one; of more, so many are chosen. */
    public const SCORED = 2_000;

    private ?int $payPoints = null;

    public function __construct(private readonly Db $db, private readonly SearchContext $contexts, private readonly Profiles $profiles)
    {
    }

    public function wanted(Requisition $requisition): Wanted
    {
        $context = $this->contexts->on();
        $site = $this->db->row('SELECT city, country FROM site WHERE id = :id', ['id' => $requisition->siteId]);
        $city = $site?->strOrNull('city');
        $home = null === $city ? null : $context->gazetteer->find($city, $site?->strOrNull('country')) ?? $context->gazetteer->find($city);
        $near = null === $city ? [] : [Facts::town($city, null) => 0, Facts::town($city, $site?->strOrNull('country')) => 0];
        if (null !== $home) {
            foreach ($context->gazetteer->towns as $town) {
                $km = (int) round($home->km($town));
                foreach ($town->names as $name) {
                    $near[Facts::town($name, $town->country)] = $km;
                    $near[Facts::town($name, null)] ??= (int) round($home->km($context->gazetteer->find($name) ?? $town));
                }
            }
        }
        $brief = $requisition->brief();
        $most = $brief->payTo ?? $brief->payFrom;
        $pay = null === $most ? null : $context->in('EUR', intdiv($brief->pay->yearly($most)->minor, 100), $brief->currency, Frequency::Year);

        return new Wanted($brief->musts, $brief->wishes, array_values(array_filter([$brief->title, $brief->internalTitle ?? ''], static fn (string $t): bool => '' !== $t)), $brief->yearsFrom, $brief->yearsTo, $city, $near, 'fully' === $brief->remote, $pay, $brief->targetOn);
    }

    public function measure(Requisition $requisition): Measure
    {
        return new Measure($this->wanted($requisition), $this->contexts->on()->day);
    }

    /** The weights one begins with, as changed by hand. */
    public function prior(Requisition $requisition, Wanted $wanted): Weights
    {
        $this->payPoints ??= $this->db->int('SELECT pay_points FROM fit_setting');

        $points = [];
        foreach ($this->settings($requisition->id)?->json('points') ?? [] as $part => $value) {
            $points += \is_int($value) ? [(string) $part => $value] : [];
        }

        return Weights::of($wanted, ['pay' => $this->payPoints] + $points);
    }

    public function learning(Requisition $requisition, Measure $measure, Weights $prior): Learning
    {
        $settings = $this->settings($requisition->id);
        if (false === $settings?->bool('learns')) {
            return Learning::from($prior, []);
        }
        $verdicts = [];
        foreach ($this->db->rows(
            "SELECT candidate_id, kept FROM (SELECT candidate_id, at, false AS kept FROM verdict WHERE requisition_id = :r UNION ALL SELECT candidate_id, applied_at, true FROM application WHERE requisition_id = :r AND origin = 'sourced') x
             WHERE at >= coalesce(CAST(:since AS timestamptz), '-infinity') ORDER BY at DESC, candidate_id LIMIT ".self::VERDICTS,
            ['r' => $requisition->id, 'since' => $settings?->strOrNull('learns_from')],
        ) as $row) {
            $verdicts[$row->int('candidate_id')] = $row->bool('kept');
        }
        $facts = \count($verdicts) < Learning::FEWEST ? [] : $this->facts(array_keys($verdicts));
        $told = [];
        foreach ($facts as $id => $one) {
            $told[] = ['values' => $measure->values($one), 'kept' => $verdicts[$id]];
        }

        return Learning::from($prior, $told);
    }

    /**
     * @param list<int> $ids
     *
     * @return Ranking of those who are known; by what was learned, where something was
     */
    public function rank(Measure $measure, Learning $learning, array $ids): Ranking
    {
        return Ranking::of($measure, $learning->weights, $this->facts($ids));
    }

    /** One person by themselves, as kept with their application; null for someone who is gone. */
    public function one(Requisition $requisition, int $candidate): ?Fit
    {
        $measure = $this->measure($requisition);
        $facts = $this->facts([$candidate])[$candidate] ?? null;

        return null === $facts ? null : Fit::of($measure, $this->learning($requisition, $measure, $this->prior($requisition, $measure->wanted))->weights, $facts);
    }

    private function settings(int $requisition): ?Record
    {
        return $this->db->row('SELECT points, learns, learns_from FROM requisition_fit WHERE requisition_id = :id', ['id' => $requisition]);
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, string> Facts by id
     */
    public function facts(array $ids): array
    {
        $facts = [];
        if ([] === $ids) {
            return $facts;
        }
        $all = (string) hex2bin($this->db->row("SELECT coalesce(encode(string_agg(int4send(candidate_id) || int4send(length(facts)) || facts, ''), 'hex'), '') AS all FROM candidate_fit WHERE candidate_id = ANY (CAST(:ids AS int[]))", ['ids' => '{'.implode(',', $ids).'}'])?->str('all') ?? '');
        for ($at = 0, $end = \strlen($all); $at < $end; $at += 8 + $length) {
            [$id, $length] = array_map(static fn (int $i): int => \ord($all[$i]) << 24 | \ord($all[$i + 1]) << 16 | \ord($all[$i + 2]) << 8 | \ord($all[$i + 3]), [$at, $at + 4]);
            $facts[$id] = substr($all, $at + 8, $length);
        }
        // an applicant who stands apart is found by no search, yet has a fit
        $apart = array_values(array_filter($ids, static fn (int $id): bool => !isset($facts[$id])));
        foreach ([] === $apart ? [] : $this->profiles->anyone($apart) as $id => $profile) {
            $facts[$id] = Facts::of($profile);
        }

        return $facts;
    }
}
