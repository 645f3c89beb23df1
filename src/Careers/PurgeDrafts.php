<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Repository\DraftRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * An application that was begun and not sent goes on its day, with its file; what is left of one that was sent goes
 * too, for it lives on as an application.
 */
#[AsPeriodicTask(600, method: 'run')]
final readonly class PurgeDrafts
{
    private const AT_ONCE = 200;

    public function __construct(
        private Db $db,
        private DraftRepository $drafts,
        private Holders $holders,
        private ClockInterface $clock,
    ) {
    }

    public function run(): void
    {
        do {
            $files = $this->db->transaction($this->purge(...));
            $this->holders->drop(...array_filter($files, is_string(...)));
        } while (self::AT_ONCE === \count($files));
    }

    /** @return list<string|null> hashes of the files of those that went, null for one without */
    private function purge(): array
    {
        $old = $this->drafts->old($this->clock->now()->modify('-'.ApplyDrafts::DAYS.' days'), self::AT_ONCE);
        $files = array_map(static fn (ApplyDraft $draft): ?string => $draft->resume()?->sha256, $old);
        $this->drafts->remove(...$old);

        return $files;
    }
}
