<?php

declare(strict_types=1);

namespace Jorvent\People\Found;

use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Part;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Fit\Values;
use Jorvent\People\AskOutside;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Weighing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/**
 * What a list of found people and the reader show of them.
 *
 * @phpstan-type Found array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, least: int, most: int, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, resume: int|null, unsure: array{resume: int, count: int}|null, bank: string|null}
 *
 * @phpstan-import-type Answer from AskOutside
 */
final readonly class FoundPeople
{
    public function __construct(private Db $db, private FitOfCandidates $fits)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Found> in their order; who is gone meanwhile is left out
     */
    public function own(int $requisition, Weighing $weighing, Ranking $ranking, array $ids): array
    {
        $rows = [];
        foreach ([] === $ids ? [] : $this->db->planned(
            'SELECT c.id, c.name, c.headline, c.city, c.years, c.would_move, c.active_on, c.contact_barred_until, r.text, r.id AS resume, r.unsure, p.id AS application FROM candidate c LEFT JOIN LATERAL (SELECT id, text, unsure FROM resume WHERE candidate_id = c.id ORDER BY beside, created_at DESC, id DESC LIMIT 1) r ON true
             LEFT JOIN application p ON p.candidate_id = c.id AND p.requisition_id = :r WHERE c.id = ANY (CAST(:ids AS int[]))',
            ['ids' => '{'.implode(',', $ids).'}', 'r' => $requisition],
        ) as $row) {
            $rows[$row->int('id')] = $row;
        }
        $fits = $this->fits->of($weighing, $ranking, $ids);
        $found = [];
        foreach ($ids as $id) {
            $row = $rows[$id] ?? null;
            if (null !== $row && isset($fits[$id])) {
                $found[] = ['ref' => (string) $id, 'name' => $row->str('name'), 'headline' => $row->str('headline'), 'city' => $row->strOrNull('city') ?? '', 'years' => $row->floatOrNull('years'), 'text' => $row->strOrNull('text') ?? '', ...self::fit($fits[$id]), 'kept' => null !== $row->intOrNull('application'), 'barred' => $row->strOrNull('contact_barred_until'),
                    'would_move' => null === $row['would_move'] ? null : $row->bool('would_move'), 'active_on' => $row->strOrNull('active_on'), 'known' => null, 'bank' => null, 'resume' => $row->intOrNull('resume'), 'unsure' => ($row->intOrNull('unsure') ?? 0) > 0 ? ['resume' => $row->int('resume'), 'count' => $row->int('unsure')] : null];
            }
        }

        return $found;
    }

    /**
     * Those of outside databases who pass all rows, by fit; of one who stands in several the first. Whom we know already is shown as our own.
     *
     * @param array<string, Answer> $answers
     *
     * @return list<Found>
     */
    public function outside(int $requisition, Weighing $weighing, array $answers): array
    {
        $people = $seen = [];
        foreach ($answers as $answer) {
            foreach ($answer['people'] as $p) {
                if ([] === $p['misses'] && (null === $p['mail'] || !isset($seen[$p['mail']]))) {
                    $people[] = $p;
                    $seen[$p['mail'] ?? ''] = true;
                }
            }
        }
        if ([] === $people) {
            return [];
        }
        $known = [];
        foreach ($this->db->rows(
            'SELECT coalesce(m.id, c.id) AS id, coalesce(m.name, c.name) AS name, c.outside_ref, mail_hash(c.email) AS mail, coalesce(m.contact_barred_until, c.contact_barred_until) AS barred, p.id AS application
             FROM candidate c LEFT JOIN candidate m ON m.id = c.merged_into LEFT JOIN application p ON p.candidate_id = coalesce(m.id, c.id) AND p.requisition_id = :r
             WHERE c.erased_at IS NULL AND (c.outside_ref = ANY (CAST(:refs AS text[])) OR (c.email IS NOT NULL AND mail_hash(c.email) = ANY (CAST(:mails AS text[]))))',
            ['r' => $requisition, 'refs' => Db::array(array_column($people, 'ref')), 'mails' => Db::array(array_values(array_filter(array_column($people, 'mail'), is_string(...))))],
        ) as $row) {
            $known[$row->strOrNull('outside_ref') ?? ''] = $known[$row->strOrNull('mail') ?? ''] = $row;
        }
        unset($known['']);
        $facts = array_map(static fn (array $p): string => (string) base64_decode($p['facts'], true), $people);
        $ranking = Ranking::of($weighing->weights, array_map(static fn (string $f): string => Values::pack($weighing->measure->values($f)), $facts));
        $found = [];
        foreach ($ranking->ids as $i) {
            $p = $people[$i];
            $row = $known[$p['ref']] ?? $known[$p['mail'] ?? ''] ?? null;
            $found[] = ['ref' => null === $row ? $p['ref'] : $row->str('id'), 'name' => $row?->str('name') ?? '', 'headline' => $p['headline'], 'city' => $p['city'] ?? '', 'years' => $p['years'], 'text' => $p['text'], ...self::fit(Fit::of($weighing->measure, $weighing->weights, $facts[$i], $ranking->means)), 'kept' => null !== $row?->intOrNull('application'), 'barred' => $row?->strOrNull('barred'), 'would_move' => $p['would_move'], 'active_on' => $p['active_on'], 'known' => $row?->str('name'), 'resume' => null, 'unsure' => null, 'bank' => $p['bank']];
        }

        return $found;
    }

    /** @return array{score: int|null, least: int, most: int, parts: list<array<string, mixed>>} */
    public static function fit(Fit $fit): array
    {
        return ['score' => $fit->score, 'least' => $fit->least, 'most' => $fit->most, 'parts' => array_map(static fn (Part $p): array => $p->toArray(), $fit->parts)];
    }

    /** @return list<Record> people set aside for this requisition, the last first */
    public function setAside(int $requisition): array
    {
        return $this->db->planned('SELECT c.id, c.name FROM verdict v JOIN candidate c ON c.id = v.candidate_id WHERE v.requisition_id = :r ORDER BY v.at DESC LIMIT 5', ['r' => $requisition]);
    }
}
