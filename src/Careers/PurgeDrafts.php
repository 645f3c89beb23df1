<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** An application that was begun and not sent goes on its day, with its file; what is left of one that was sent goes too, for it lives on as an application. */
#[AsPeriodicTask(600, method: 'run')]
final readonly class PurgeDrafts
{
    private const PIECE = 500;

    public function __construct(private Db $db, private ClockInterface $clock, private Holders $holders)
    {
    }

    public function run(): void
    {
        do {
            $rows = $this->db->transaction(fn (): array => $this->db->rows(
                'DELETE FROM apply_draft WHERE key IN (SELECT key FROM apply_draft WHERE saved_at < :old LIMIT '.self::PIECE.') RETURNING file_sha256',
                ['old' => $this->clock->now()->modify('-'.ApplyDrafts::DAYS.' days')],
            ));
            $this->holders->drop(...array_values(array_filter(array_map(static fn (Record $r): ?string => $r->strOrNull('file_sha256'), $rows), is_string(...))));
        } while (self::PIECE === \count($rows));
    }
}
