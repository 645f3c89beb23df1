<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Contact views of outside databases: so many a month are paid for, each is counted before it is asked for. Who was seen once may be seen again for a while at no cost. */
final readonly class BankViews
{
    /** From this share of the month's views on it warns. */
    public const WARN = .8;
    private const AGAIN_DAYS = 30;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /**
     * @template T
     *
     * @param callable(): T $fetch
     *
     * @return T
     *
     * @throws Refused when the month's views are used up
     */
    public function spend(string $bank, string $ref, int $requisition, int $account, callable $fetch): mixed
    {
        $id = $this->db->transaction(function () use ($bank, $ref, $requisition, $account): ?int {
            $this->db->row('SELECT bank FROM bank_quota WHERE bank = :b FOR UPDATE', ['b' => $bank]);
            if (0 !== $this->db->int('SELECT count(*) FROM bank_view WHERE bank = :b AND ref = :ref AND at > :since', ['b' => $bank, 'ref' => $ref, 'since' => $this->clock->now()->modify('-'.self::AGAIN_DAYS.' days')])) {
                return null;
            }
            ['used' => $used, 'of' => $of] = $this->month()[$bank] ?? ['used' => 0, 'of' => 0];
            if ($used >= $of) {
                throw Refused::because('views_used_up', '', ['of' => (string) $of]);
            }
            $id = $this->db->insert('bank_view', ['bank' => $bank, 'ref' => $ref, 'account_id' => $account, 'requisition_id' => $requisition, 'at' => $this->clock->now()]);
            $this->log->record('bank.viewed', 'bank_view', $id, $requisition, change: ['bank' => $bank]);

            return $id;
        });
        try {
            return $fetch();
        } catch (\Throwable $e) {
            // nobody was seen
            if (null !== $id) {
                $this->db->execute('DELETE FROM bank_view WHERE id = :id', ['id' => $id]);
            }
            throw $e;
        }
    }

    /** @return array<string, array{used: int, of: int}> of this month, by database */
    public function month(): array
    {
        $month = [];
        foreach ($this->db->planned('SELECT q.bank, q.views, (SELECT count(*) FROM bank_view v WHERE v.bank = q.bank AND v.at >= CAST(:from AS timestamptz)) AS used FROM bank_quota q ORDER BY q.bank', ['from' => $this->clock->now()->format('Y-m-01 00:00:00P')]) as $row) {
            $month[$row->str('bank')] = ['used' => $row->int('used'), 'of' => $row->int('views')];
        }

        return $month;
    }
}
