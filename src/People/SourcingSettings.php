<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;

/** What holds for all searches: how long someone closed out is left in peace. And how far the chance of an answer can be believed. */
final readonly class SourcingSettings
{
    public const MOST_DAYS = 730;

    public function __construct(private Db $db, private ActivityLog $log)
    {
    }

    /** @return array{days: int, version: int} */
    public function all(): array
    {
        $row = $this->db->row('SELECT cooling_days, version FROM sourcing_setting') ?? throw new \LogicException('There are settings.');

        return ['days' => $row->int('cooling_days'), 'version' => $row->int('version')];
    }

    public function cool(int $days, int $version): void
    {
        if ($days < 0 || $days > self::MOST_DAYS) {
            throw Refused::because('out_of_range', 'days', ['from' => '0', 'to' => (string) self::MOST_DAYS]);
        }
        $this->db->transaction(function () use ($days, $version): void {
            if (1 !== $this->db->execute('UPDATE sourcing_setting SET cooling_days = :d, version = version + 1 WHERE version = :v', ['d' => $days, 'v' => $version])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('sourcing.set', 'sourcing', 1, change: ['cooling_days' => $days]);
        });
    }

    /** @return array{letters: int, bins: list<array{said: int, came: int, letters: int}>} what was said of letters, held against what came */
    public function chance(): array
    {
        $row = $this->db->row('SELECT letters, calibration FROM answer_chance ORDER BY learned_on DESC LIMIT 1');
        $bins = [];
        foreach ($row?->json('calibration') ?? [] as $bin) {
            if (\is_array($bin) && \is_int($bin['said'] ?? null) && \is_int($bin['came'] ?? null) && \is_int($bin['letters'] ?? null)) {
                $bins[] = ['said' => $bin['said'], 'came' => $bin['came'], 'letters' => $bin['letters']];
            }
        }

        return ['letters' => $row?->int('letters') ?? 0, 'bins' => $bins];
    }
}
