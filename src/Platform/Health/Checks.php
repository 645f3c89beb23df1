<?php

declare(strict_types=1);

namespace Jorvent\Platform\Health;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Outage;
use Jorvent\Platform\Delivery\Message\Transport;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** How the parts do: "ok", "warn" for what someone should look at, "down" for what does not work at all. */
final readonly class Checks
{
    /** A worker that has not been heard of for so long is gone. */
    private const SILENT_SECONDS = 60;
    private const LATE_SECONDS = 600;
    private const FREE_MEGABYTES = 1000;

    public function __construct(
        private Db $db,
        private Outage $outage,
        private ClockInterface $clock,
        #[Autowire('%env(JORVENT_VAR)%')] private string $var,
    ) {
    }

    /** @return array{status: string, checks: array<string, array{status: string, value: int|null, unit: string}>} */
    public function all(): array
    {
        if (!$this->outage->answers()) {
            return ['status' => 'down', 'checks' => ['database' => self::check('down')]];
        }
        $row = $this->db->row(
            "SELECT extract(epoch FROM CAST(:now AS timestamptz) - (SELECT max(at) FROM heartbeat WHERE worker LIKE :outside)) AS outside,
                extract(epoch FROM CAST(:now AS timestamptz) - (SELECT max(at) FROM heartbeat WHERE worker LIKE :house)) AS house,
                extract(epoch FROM CAST(:now AS timestamptz) - (SELECT min(available_at) FROM delivery WHERE state IN ('waiting', 'sending'))) AS late,
                (SELECT count(*) FROM delivery WHERE state = 'failed') AS failed,
                (SELECT count(*) FROM (SELECT 1 FROM candidate c WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.claims IS NULL
                    AND NOT EXISTS (SELECT 1 FROM candidate_words w WHERE w.candidate_id = c.id) LIMIT 100) x) AS unindexed",
            ['now' => $this->clock->now(), 'outside' => '% '.Transport::OUTSIDE.'%', 'house' => '% '.Transport::LONG.'%'],
        ) ?? throw new \LogicException('A count always has a row.');
        $free = (int) ((float) @disk_free_space($this->var) / 1_000_000);
        $late = max(0, (int) $row->floatOrNull('late'));
        $checks = [
            'database' => self::check('ok'),
            'worker_outside' => self::worker($row->floatOrNull('outside')),
            'worker_house' => self::worker($row->floatOrNull('house')),
            'backlog' => self::check($late > self::LATE_SECONDS ? 'warn' : 'ok', $late, 's that the oldest delivery waits'),
            'failed_deliveries' => self::check($row->int('failed') > 0 ? 'warn' : 'ok', $row->int('failed'), 'deliveries'),
            'disk' => self::check($free < self::FREE_MEGABYTES ? 'warn' : 'ok', $free, 'MB free'),
            'search_index' => self::check($row->int('unindexed') > 0 ? 'warn' : 'ok', $row->int('unindexed'), 'people not findable, at most 100 counted'),
        ];
        $bad = array_filter($checks, static fn (array $c): bool => 'ok' !== $c['status']);

        return ['status' => [] === $bad ? 'ok' : 'warn', 'checks' => $checks];
    }

    /** @return array{status: string, value: int|null, unit: string} */
    private static function worker(?float $silent): array
    {
        return self::check(
            null === $silent || $silent > self::SILENT_SECONDS ? 'warn' : 'ok',
            null === $silent ? null : max(0, (int) $silent), 's since it was heard of',
        );
    }

    /** @return array{status: string, value: int|null, unit: string} */
    private static function check(string $status, ?int $value = null, string $unit = ''): array
    {
        return ['status' => $status, 'value' => $value, 'unit' => $unit];
    }
}
