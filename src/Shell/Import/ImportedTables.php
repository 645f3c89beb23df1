<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\Person;
use Jorvent\Shell\Repository\ImportRepository;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Tables that were imported, with what was wrong in their rows, may tell of people: they are kept for DAYS, so that
 * one can look something up. What was made of their rows is held by whoever made it.
 */
#[AsPeriodicTask(3600, method: 'run')]
final readonly class ImportedTables implements HoldsPersonalData
{
    public const DAYS = 30;

    public function __construct(
        private Db $db,
        private ImportRepository $imports,
        private ClockInterface $clock,
        private Holders $holders,
    ) {
    }

    public function run(): void
    {
        $old = $this->clock->now()->modify('-'.self::DAYS.' days');
        $files = $this->db->transaction(fn (): array => $this->imports->dropBefore($old));
        $this->holders->drop(...$files);
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
        return $this->imports->needs($sha256);
    }
}
