<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Part;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/**
 * What a list of found people and the reader show of them.
 *
 * @phpstan-type Found array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, least: int, most: int, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, unsure: array{resume: int, count: int}|null}
 */
final readonly class FoundPeople
{
    public function __construct(private Db $db)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Found> in their order; who is gone meanwhile is left out
     */
    public function own(int $requisition, Ranking $ranking, array $ids): array
    {
        $rows = [];
        foreach ([] === $ids ? [] : $this->db->rows(
            'SELECT c.id, c.name, c.headline, c.city, c.years, c.would_move, c.active_on, c.contact_barred_until, r.text, r.id AS resume, r.unsure, p.id AS application FROM candidate c LEFT JOIN LATERAL (SELECT id, text, unsure FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true
             LEFT JOIN application p ON p.candidate_id = c.id AND p.requisition_id = :r WHERE c.id = ANY (CAST(:ids AS int[]))',
            ['ids' => '{'.implode(',', $ids).'}', 'r' => $requisition],
        ) as $row) {
            $rows[$row->int('id')] = $row;
        }
        $found = [];
        foreach ($ids as $id) {
            $row = $rows[$id] ?? null;
            if (null !== $row) {
                $found[] = ['ref' => (string) $id, 'name' => $row->str('name'), 'headline' => $row->str('headline'), 'city' => $row->strOrNull('city') ?? '', 'years' => $row->floatOrNull('years'), 'text' => $row->strOrNull('text') ?? '', ...self::fit($ranking->fit($id)), 'kept' => null !== $row->intOrNull('application'), 'barred' => $row->strOrNull('contact_barred_until'),
                    'would_move' => null === $row['would_move'] ? null : $row->bool('would_move'), 'active_on' => $row->strOrNull('active_on'), 'known' => null, 'unsure' => ($row->intOrNull('unsure') ?? 0) > 0 ? ['resume' => $row->int('resume'), 'count' => $row->int('unsure')] : null];
            }
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
        return $this->db->rows('SELECT c.id, c.name FROM verdict v JOIN candidate c ON c.id = v.candidate_id WHERE v.requisition_id = :r ORDER BY v.at DESC LIMIT 5', ['r' => $requisition]);
    }

    /** @return list<Record> what was written to someone, by whom, the last first */
    public function trail(int $candidate): array
    {
        return $this->db->rows("SELECT o.created_at, o.state, r.title, r.number, p.content ->> 'subject' AS subject FROM outbox o LEFT JOIN requisition r ON r.id = o.requisition_id LEFT JOIN personal_value p ON p.id = o.personal_id WHERE o.candidate_id = :c AND o.kind = 'mail' AND o.state <> 'dropped' ORDER BY o.id DESC LIMIT 3", ['c' => $candidate]);
    }
}
