<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;

/**
 * All that is held of someone, for themselves: what they told, what came of it, and what was written to them. What others
 * wrote about them in confidence is told of, not shown.
 */
final readonly class OwnData
{
    private const DAYS = 2;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private GuestLinks $links,
        private Mailing $mailing,
        private DataRequests $requests,
        private Holders $holders,
    ) {
    }

    /**
     * Mails the link to it, once an hour at most: a status page may be open with someone who only typed the address.
     */
    public function mail(int $candidate, ?int $requisition, DataRequestWay $way = DataRequestWay::Page): void
    {
        $this->db->transaction(function () use ($candidate, $requisition, $way): void {
            $this->requests->ask($candidate, DataRequestKind::Data, $way, $requisition);
            $this->mailing->toCandidate(
                'data-'.$candidate.'-'.$this->clock->now()->format('YmdH'),
                $candidate,
                $requisition,
                $this->mailing->templateFor('own_data', $candidate),
                ['link' => $this->links->mailed(LinkPurpose::Data, $candidate, self::DAYS)],
            );
            $this->requests->answer($candidate, DataRequestKind::Data);
        });
    }

    /** How many resumes there are of someone. */
    public function files(int $candidate): int
    {
        return $this->db->int('SELECT count(*) FROM resume WHERE candidate_id = :id', ['id' => $candidate]);
    }

    /** @return array<string, mixed> what every module holds of them */
    public function of(int $candidate): array
    {
        return $this->holders->tell($candidate);
    }
}
