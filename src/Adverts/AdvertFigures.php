<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What postings brought. An application is qualified when it went past the first look and no knock-out stands against it. */
final readonly class AdvertFigures
{
    public const QUALIFIED = "stage <> 'new' AND knock_out IN ('none', 'overruled')";

    public function __construct(private Db $db)
    {
    }

    /** @return list<Record> all postings of a requisition, those that are over last, with their delivery */
    public function ofRequisition(int $requisition): array
    {
        return $this->postings('p.requisition_id = :id', ['id' => $requisition]);
    }

    /** @return list<Record> those up at a board whose cost grows, with a budget */
    public function budgeted(): array
    {
        return $this->postings("p.state = 'live' AND p.want = 'live' AND p.budget IS NOT NULL AND p.board <> 'careers'", []);
    }

    public function one(int $posting): ?Record
    {
        return $this->postings('p.id = :id', ['id' => $posting])[0] ?? null;
    }

    /** @return list<Record> day, visits */
    public function days(int $requisition): array
    {
        return $this->db->rows('SELECT d.day, sum(d.visits) AS visits FROM posting_day d JOIN posting p ON p.id = d.posting_id WHERE p.requisition_id = :id GROUP BY d.day ORDER BY d.day', ['id' => $requisition]);
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<Record>
     */
    private function postings(string $which, array $values): array
    {
        return $this->db->rows(
            'SELECT p.*, b.name, b.shape, b.rank, b.reach, b.price, b.rests_until, b.last_error AS board_error, coalesce(d.visits, 0) AS visits, coalesce(d.started, 0) AS started, a.applied, a.qualified, a.interviewed, o.id AS delivery_id, o.state AS delivery, o.attempts, o.last_error, o.available_at, s.spent FROM posting p JOIN board b ON b.key = p.board
             LEFT JOIN LATERAL (SELECT sum(visits) AS visits, sum(started) AS started FROM posting_day WHERE posting_id = p.id) d ON true
             CROSS JOIN LATERAL (SELECT count(*) AS applied, count(*) FILTER (WHERE '.self::QUALIFIED.") AS qualified, count(*) FILTER (WHERE stage IN ('interview', 'decision', 'offer', 'hired')) AS interviewed FROM application WHERE posting_id = p.id) a
             LEFT JOIN LATERAL (SELECT json_agg(json_build_object('amount', amount, 'currency', currency)) AS spent FROM spend WHERE posting_id = p.id) s ON true
             LEFT JOIN LATERAL (SELECT id, state, attempts, last_error, available_at FROM delivery WHERE subject_kind = 'posting' AND subject_id = p.id ORDER BY id DESC LIMIT 1) o ON true
             WHERE ".$which." ORDER BY p.state IN ('withdrawn', 'ended', 'refused'), b.rank, p.id DESC",
            $values,
        );
    }
}
