<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Accounts\Delegations;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

final readonly class ApprovalQuery
{
    private const TURN = <<<'SQL'
        a.state = 'waiting' AND NOT EXISTS (
            SELECT 1 FROM approval b
            WHERE b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id
                AND b.state = 'waiting' AND b.rank < a.rank
        )
        SQL;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * @param int|null $offer null for the brief
     * @param int      $me    who reads
     *
     * @return list<ApprovalRow> in order
     */
    public function of(int $requisition, ?int $offer, int $me): array
    {
        return array_map(static fn (Record $r): ApprovalRow => new ApprovalRow(
            id: $r->int('id'),
            rank: $r->int('rank'),
            approverId: $r->int('approver_id'),
            approver: $r->str('approver'),
            deputy: $r->strOrNull('deputy'),
            state: $r->str('state'),
            reason: $r->str('reason'),
            reasonData: $r->json('reason_data'),
            note: $r->strOrNull('note'),
            fields: $r->strings('fields'),
            askedAt: $r->instant('asked_at'),
            decidedAt: $r->instantOrNull('decided_at'),
            next: $r->bool('next'),
            mine: $r->bool('mine'),
        ), $this->db->rows(
            'SELECT a.id, a.rank, a.approver_id, a.state, a.reason, a.reason_data, a.note, a.fields, a.asked_at, a.decided_at,
                p.name AS approver, d.name AS deputy, '.self::TURN.' AS next, '.Delegations::decides('a')." AS mine
             FROM approval a JOIN staff_name p ON p.id = a.approver_id
             LEFT JOIN staff_name d ON d.id = a.decided_by AND a.decided_by <> a.approver_id
             WHERE a.requisition_id = :r AND a.offer_id IS NOT DISTINCT FROM :o AND a.state <> 'dropped' ORDER BY a.id",
            ['r' => $requisition, 'o' => $offer, 'me' => $me, 'today' => $this->today()],
        ));
    }

    /**
     * Which of these a person may decide: what waits for that person comes before what waits for those they stand in for.
     *
     * @param list<int> $approvals
     */
    public function decidable(array $approvals, int $me): ?int
    {
        return [] === $approvals ? null : $this->db->row(
            'SELECT id FROM approval a WHERE id IN (:ids) AND '.Delegations::decides('a').'
             ORDER BY (approver_id = :me) DESC, id LIMIT 1',
            ['ids' => $approvals, 'me' => $me, 'today' => $this->today()],
        )?->int('id');
    }

    /**
     * Who could agree for a post in a unit, the first of them first: who holds it there or nearest above, whoever holds
     * another post above, then admins. Who has left holds no post.
     *
     * @return list<array{id: int, as: Standing}>
     */
    public function candidates(int $unit, string $post): array
    {
        $rows = $this->db->rows(
            "SELECT x.id, x.standing FROM (
                SELECT h.account_id AS id, CASE WHEN h.post = :post THEN 'post' ELSE 'above' END AS standing,
                    length(u.path) AS depth
                FROM post_held h JOIN unit_place u ON u.id = h.unit_id
                JOIN unit_place mine ON mine.id = :unit AND starts_with(mine.path, u.path)
                WHERE h.post = :post OR u.id <> mine.id
                UNION ALL
                SELECT g.account_id, 'admin', length(u.path)
                FROM given_role g JOIN unit_place u ON u.id = g.unit_id
                JOIN unit_place mine ON mine.id = :unit AND starts_with(mine.path, u.path)
                WHERE g.role = 'admin'
             ) x JOIN staff_name a ON a.id = x.id AND a.active
             ORDER BY array_position(ARRAY['post', 'above', 'admin'], x.standing), x.depth DESC, x.id",
            ['unit' => $unit, 'post' => $post],
        );

        return array_map(
            static fn (Record $r): array => ['id' => $r->int('id'), 'as' => Standing::from($r->str('standing'))],
            $rows,
        );
    }

    /**
     * Who holds the same post further up, nearest first, that holder of the post in the unit not among them.
     *
     * @return list<int>
     */
    public function above(int $unit, string $post): array
    {
        return array_map(static fn (Record $r): int => $r->int('account_id'), $this->db->rows(
            'SELECT h.account_id FROM post_held h JOIN unit_place u ON u.id = h.unit_id
             JOIN unit_place mine ON mine.id = :unit AND starts_with(mine.path, u.path)
             JOIN staff_name a ON a.id = h.account_id AND a.active
             WHERE h.post = :post ORDER BY length(u.path) DESC, h.account_id',
            ['unit' => $unit, 'post' => $post],
        ));
    }

    /** @return list<TurnRow> whose turn it is now, of briefs and of offers */
    public function turns(): array
    {
        return array_map(static fn (Record $r): TurnRow => new TurnRow(
            approval: $r->int('id'),
            requisition: $r->int('requisition_id'),
            offer: $r->intOrNull('offer_id'),
            active: $r->bool('active'),
            zone: $r->str('zone'),
            country: $r->strOrNull('country'),
            before: $r->instantOrNull('before'),
        ), $this->db->rows(
            'SELECT a.id, a.requisition_id, a.offer_id, p.active, p.zone, s.country, (
                SELECT max(b.decided_at) FROM approval b
                WHERE b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id
                    AND b.round = a.round AND b.rank < a.rank
             ) AS before
             FROM approval a JOIN staff_name p ON p.id = a.approver_id LEFT JOIN site_place s ON s.id = p.site_id
             WHERE '.self::TURN.' ORDER BY a.id',
        ));
    }

    /** @return list<int> approvals that wait for someone who has left, or who asks for the hire */
    public function stranded(): array
    {
        return array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            "SELECT a.id FROM approval a JOIN requisition r ON r.id = a.requisition_id
             JOIN staff_name p ON p.id = a.approver_id
             WHERE a.state = 'waiting' AND (NOT p.active OR a.approver_id = r.requester_id) ORDER BY a.id",
        ));
    }

    public function waitingFor(int $account): int
    {
        return $this->db->int(
            "SELECT count(*) FROM approval WHERE approver_id = :id AND state = 'waiting'", ['id' => $account],
        );
    }

    /** How many are asked about a brief and have not answered. */
    public function waitingAbout(int $requisition): int
    {
        return $this->db->int(
            "SELECT count(*) FROM approval WHERE requisition_id = :r AND offer_id IS NULL AND state = 'waiting'",
            ['r' => $requisition],
        );
    }

    /** @return list<QuestionRow> oldest first */
    public function questions(int $requisition): array
    {
        return array_map(static fn (Record $r): QuestionRow => new QuestionRow(
            id: $r->int('id'),
            asker: $r->str('asker'),
            question: $r->str('question'),
            answerer: $r->strOrNull('answerer'),
            answer: $r->strOrNull('answer'),
        ), $this->db->rows(
            'SELECT q.id, q.question, q.answer, a.name AS asker, b.name AS answerer
             FROM approval_question q JOIN staff_name a ON a.id = q.asked_by
             LEFT JOIN staff_name b ON b.id = q.answered_by WHERE q.requisition_id = :r ORDER BY q.id',
            ['r' => $requisition],
        ));
    }

    private function today(): string
    {
        return $this->clock->now()->format('Y-m-d');
    }
}
