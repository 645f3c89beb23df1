<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Who decides for whom, from which day to which, about what; recorded, and ended by either of the two or an admin. */
final readonly class Delegations
{
    public const KINDS = ['all', 'requisitions', 'offers'];
    public const LONGEST_DAYS = 180;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    public function give(int $from, int $to, string $kind, ?\DateTimeImmutable $fromDay, ?\DateTimeImmutable $toDay, string $reason, int $by): int
    {
        $today = $this->clock->now()->setTime(0, 0);
        Refused::unlessEmpty(array_values(array_filter([
            $from === $to ? new Refusal('to', 'deputy_is_oneself') : null, 0 === $this->db->int('SELECT count(*) FROM account WHERE id = :id AND active', ['id' => $to]) ? new Refusal('to', 'missing') : null,
            !\in_array($kind, self::KINDS, true) ? new Refusal('kind', 'missing') : null, null === $fromDay ? new Refusal('from_day', 'not_a_day') : null, null === $toDay ? new Refusal('to_day', 'not_a_day') : null,
            null !== $fromDay && null !== $toDay && $toDay < $fromDay ? new Refusal('to_day', 'ends_before_it_begins') : null, null !== $toDay && $toDay < $today ? new Refusal('to_day', 'day_has_passed') : null,
            null !== $fromDay && null !== $toDay && $fromDay->modify('+'.self::LONGEST_DAYS.' days') < $toDay ? new Refusal('to_day', 'delegation_too_long', ['days' => self::LONGEST_DAYS]) : null,
        ])));

        return $this->db->transaction(function () use ($from, $to, $kind, $fromDay, $toDay, $reason, $by): int {
            $id = $this->db->insert('delegation', ['from_id' => $from, 'to_id' => $to, 'kind' => $kind, 'from_day' => $fromDay?->format('Y-m-d'), 'to_day' => $toDay?->format('Y-m-d'), 'reason' => $reason, 'created_by' => $by, 'created_at' => $this->clock->now()]);
            $this->log->record('delegation.given', 'delegation', $id, change: ['from' => $from, 'to' => $to, 'kind' => $kind]);

            return $id;
        });
    }

    public function end(int $id, int $by, bool $admin): void
    {
        $this->db->transaction(function () use ($id, $by, $admin): void {
            if (1 !== $this->db->execute('UPDATE delegation SET ended_at = :now WHERE id = :id AND ended_at IS NULL AND (:admin OR :by IN (from_id, to_id))', ['now' => $this->clock->now(), 'id' => $id, 'by' => $by, 'admin' => $admin])) {
                throw Refused::because('nothing_to_decide');
            }
            $this->log->record('delegation.ended', 'delegation', $id);
        });
    }

    /** @return list<Record> that touch a person and are not over */
    public function of(int $account): array
    {
        return $this->db->rows('SELECT d.*, f.name AS from_name, t.name AS to_name, CAST(:today AS date) BETWEEN d.from_day AND d.to_day AS now FROM delegation d JOIN account f ON f.id = d.from_id JOIN account t ON t.id = d.to_id WHERE :me IN (d.from_id, d.to_id) AND d.ended_at IS NULL AND d.to_day >= :today ORDER BY d.from_day', ['me' => $account, 'today' => $this->clock->now()->format('Y-m-d')]);
    }

    /**
     * A condition: whether :me decides, on the day :today, what waits for the approver of an approval. What someone asked for or composed
     * they never decide, whoever they stand in for.
     *
     * @param string $approval alias of the table
     */
    public static function decides(string $approval): string
    {
        return "(EXISTS (SELECT 1 FROM acting_for(:me, :today) f WHERE f.id = $approval.approver_id
                AND (f.kind = 'all' OR f.kind = CASE WHEN $approval.offer_id IS NULL THEN 'requisitions' ELSE 'offers' END))
            AND NOT EXISTS (SELECT 1 FROM requisition dr WHERE dr.id = $approval.requisition_id AND dr.requester_id = :me)
            AND NOT EXISTS (SELECT 1 FROM offer df WHERE df.id = $approval.offer_id AND df.composed_by = :me))";
    }
}
