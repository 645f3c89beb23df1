<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Tables that were imported, with what was wrong in their rows, may tell of people: they are there to look something up and go after DAYS.
 * What was made of their rows is held by whoever made it.
 */
#[AsPeriodicTask(3600, method: 'run')]
final readonly class ImportedTables implements HoldsPersonalData
{
    public const DAYS = 30;

    public function __construct(private Db $db, private ClockInterface $clock, private Holders $holders)
    {
    }

    public function run(): void
    {
        $old = $this->db->rows(
            'DELETE FROM import WHERE created_at < :old RETURNING file_sha256',
            ['old' => $this->clock->now()->modify('-'.self::DAYS.' days')],
        );
        $this->holders->drop(...array_map(static fn (Record $r): string => $r->str('file_sha256'), $old));
    }

    public function forget(Person $person): array
    {
        return [];
    }

    public function tell(int $candidate): array
    {
        return [];
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->db->int('SELECT count(*) FROM import WHERE file_sha256 = :h', ['h' => $sha256]);
    }
}
