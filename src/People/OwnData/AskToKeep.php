<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Messages\Mailing;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** Asks someone by mail whether their data may be kept for longer, once about each end. */
final readonly class AskToKeep
{
    private const LINK_DAYS = 60;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Retention $retention,
        private CandidateRepository $candidates,
        private Mailing $mailing,
        private GuestLinks $links,
        private ActivityLog $log,
    ) {
    }

    public function __invoke(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $now = $this->clock->now();
            $candidate = $this->candidates->held($id);
            $until = $candidate->kept()->day;
            if (null === $until || !$candidate->askToKeep($now)) {
                return;
            }
            $this->candidates->write();
            $this->mail($id, $until, $now);
            $this->log->record('candidate.asked_to_stay', 'candidate', $id, null, $id, [
                'until' => $until->format('Y-m-d'),
            ]);
        });
    }

    private function mail(int $id, \DateTimeImmutable $until, \DateTimeImmutable $now): void
    {
        $last = max($until, $now->setTime(0, 0)->modify('+'.Keeping::GRACE_DAYS.' days'));
        $this->mailing->toCandidate(
            'keep-'.$id.'-'.$until->format('Ymd'),
            $id,
            null,
            $this->mailing->templateFor('keep_ask', $id),
            [
                'day' => $last->format('Y-m-d'),
                'months' => (string) $this->retention->rules()->future,
                'link' => $this->links->mailed(LinkPurpose::Keep, $id, self::LINK_DAYS),
            ],
        );
    }
}
