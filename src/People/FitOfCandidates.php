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
use Jorvent\Core\Search\Gazetteer;
use Jorvent\People\Store\FitValues;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Brief\Remote;
use Jorvent\Requisitions\Read\RequisitionFacts;

/** How well people answer the brief of a requisition, by its weights and what its verdicts taught. */
final readonly class FitOfCandidates
{
    /** The latest so many verdicts teach; older ones were of another mind. */
    private const VERDICTS = 100;
    private const NEAR_SECONDS = 900;
    private const LEARNED_SECONDS = 86_400;
    /** Up to so many found people are scored, every one; of more, so many are chosen: with 2 000 the choice kept 91 in 100 of the true best 25, with so many 96 (bin/bench fit). */
    public const SCORED = 3_000;

    public function __construct(private Db $db, private SearchContext $contexts, private FitValues $values)
    {
    }

    public function weighing(RequisitionFacts $requisition): Weighing
    {
        [$row, $measure, $prior] = $this->begun([$requisition])[$requisition->id];

        $verdicts = null !== $row['learns'] && !$row->bool('learns') ? null : $this->verdicts($requisition->id, $measure, $row->strOrNull('learns_from'));

        return new Weighing($measure, $prior, self::learned($prior, $verdicts ?? []), $verdicts);
    }

    /**
     * Of many requisitions at once, by the weights they began with.
     *
     * @param list<RequisitionFacts> $requisitions
     *
     * @return array<int, Weighing> by id
     */
    public function plain(array $requisitions): array
    {
        return array_map(static fn (array $begun): Weighing => new Weighing($begun[1], $begun[2], Learning::from($begun[2], [])), $this->begun($requisitions));
    }

    /**
     * @param list<RequisitionFacts> $requisitions
     *
     * @return array<int, array{Record, Measure, Weights}> by id
     */
    private function begun(array $requisitions): array
    {
        $of = [];
        foreach ($requisitions as $requisition) {
            $of[$requisition->id] = $requisition;
        }
        $begun = [];
        foreach ([] === $of ? [] : $this->db->planned('SELECT q.id, s.city, s.country, g.pay_points, f.points, f.learns, f.learns_from FROM fit_setting g, requisition q LEFT JOIN site_place s ON s.id = q.site_id LEFT JOIN requisition_fit f ON f.requisition_id = q.id WHERE q.id = ANY (CAST(:ids AS int[]))', ['ids' => '{'.implode(',', array_keys($of)).'}']) as $row) {
            $measure = new Measure($this->wanted($of[$row->int('id')], $row->strOrNull('city'), $row->strOrNull('country')), $this->contexts->on()->day);
            $points = ['pay' => $row->int('pay_points')];
            foreach ($row->json('points') as $part => $value) {
                $points += \is_int($value) ? [(string) $part => $value] : [];
            }
            $begun[$row->int('id')] = [$row, $measure, Weights::of($measure->wanted, $points)];
        }

        return $begun;
    }

    /**
     * The same verdicts teach the same; learning takes longer than looking up.
     *
     * @param list<array{values: list<float|null>, kept: bool}> $verdicts
     */
    private static function learned(Weights $prior, array $verdicts): Learning
    {
        if (\count($verdicts) < Learning::FEWEST || !\function_exists('apcu_enabled') || !apcu_enabled()) {
            return Learning::from($prior, $verdicts);
        }
        $key = 'learn:'.hash('xxh128', serialize([$prior->shares, $verdicts]));
        $kept = apcu_fetch($key);
        if (\is_array($kept) && \is_array($kept['shares'] ?? null) && \is_int($kept['verdicts'] ?? null)) {
            return Learning::again(Weights::shares(array_values(array_filter($kept['shares'], is_float(...)))), $kept['verdicts']);
        }
        $learned = Learning::from($prior, $verdicts);
        apcu_store($key, ['shares' => $learned->weights->shares, 'verdicts' => $learned->verdicts], self::LEARNED_SECONDS);

        return $learned;
    }

    private function wanted(RequisitionFacts $requisition, ?string $city, ?string $country): Wanted
    {
        $context = $this->contexts->on();
        $near = null === $city ? [] : self::near($context->gazetteer, $city, $country);
        $brief = $requisition->brief;
        $most = $brief->pay->yearTo() ?? $brief->pay->yearFrom();
        $pay = null === $most ? null : $context->in('EUR', intdiv($most->minor, 100), $most->currency, Frequency::Year);
        $titles = [$brief->job->title, $brief->job->internalTitle ?? ''];

        return new Wanted(
            $brief->wants->musts,
            $brief->wants->wishes,
            array_values(array_filter($titles, static fn (string $title): bool => '' !== $title)),
            $brief->wants->yearsFrom,
            $brief->wants->yearsTo,
            $city,
            $near,
            Remote::Fully === $brief->place->remote,
            $pay,
            $brief->time->targetOn,
        );
    }

    /** @return array<array-key, int> km to each town, by Facts::town(); kept for a while, for towns do not move */
    private static function near(Gazetteer $gazetteer, string $city, ?string $country): array
    {
        $keeps = \function_exists('apcu_enabled') && apcu_enabled();
        $key = 'near:'.\count($gazetteer->towns).':'.$city.'|'.$country;
        $kept = $keeps ? apcu_fetch($key) : false;
        if (\is_array($kept)) {
            /** @var array<array-key, int> $kept */
            return $kept;
        }
        $near = [Facts::town($city, null) => 0, Facts::town($city, $country) => 0];
        $home = $gazetteer->find($city, $country) ?? $gazetteer->find($city);
        foreach ($gazetteer->towns as $town) {
            if (null === $home) {
                break;
            }
            $km = (int) round($home->km($town));
            foreach ($town->names as $name) {
                $near[Facts::town($name, $town->country)] = $km;
                $near[Facts::town($name, null)] ??= (int) round($home->km($gazetteer->find($name) ?? $town));
            }
        }
        if ($keeps) {
            apcu_store($key, $near, self::NEAR_SECONDS);
        }

        return $near;
    }

    /** @return list<array{values: list<float|null>, kept: bool}> */
    private function verdicts(int $requisition, Measure $measure, ?string $since): array
    {
        $verdicts = [];
        foreach ($this->db->planned(
            "SELECT candidate_id, kept FROM (SELECT candidate_id, at, false AS kept FROM verdict WHERE requisition_id = :r UNION ALL SELECT candidate_id, applied_at, true FROM application WHERE requisition_id = :r AND origin = 'sourced') x
             WHERE at >= coalesce(CAST(:since AS timestamptz), '-infinity') ORDER BY at DESC, candidate_id LIMIT ".self::VERDICTS,
            ['r' => $requisition, 'since' => $since],
        ) as $row) {
            $verdicts[$row->int('candidate_id')] = $row->bool('kept');
        }
        $told = [];
        foreach ([] === $verdicts ? [] : $this->values->facts(array_keys($verdicts)) as $id => $one) {
            $told[] = ['values' => $measure->values($one), 'kept' => $verdicts[$id]];
        }

        return $told;
    }

    /**
     * @param list<int> $ids
     *
     * @return Ranking of those who are known; by what was learned, where something was
     */
    public function rank(Weighing $weighing, array $ids): Ranking
    {
        return $this->values->ranking($weighing->measure, $weighing->weights, $ids);
    }

    /**
     * Some of those ranked, with their parts and reasons.
     *
     * @param list<int> $ids
     *
     * @return array<int, Fit> by id
     */
    public function of(Weighing $weighing, Ranking $ranking, array $ids): array
    {
        return array_map(static fn (string $facts): Fit => Fit::of($weighing->measure, $weighing->weights, $facts, $ranking->means), $this->values->facts($ids));
    }

    /** One person by themselves, as kept with their application; null for someone who is gone. */
    public function one(RequisitionFacts $requisition, int $candidate): ?Fit
    {
        $weighing = $this->weighing($requisition);
        $facts = $this->values->facts([$candidate])[$candidate] ?? null;

        return null === $facts ? null : Fit::of($weighing->measure, $weighing->weights, $facts);
    }
}
