<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What boards say later, of what they took first: it is up now, or it is not taken after all. */
final readonly class BoardAnswers
{
    public function __construct(
        private Db $db,
        private Boards $boards,
        private PostingRepository $postings,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @param string $signature the hex SHA-256 HMAC of the body under the board's key */
    public function take(string $key, string $body, string $signature): void
    {
        $secret = $this->boards->all()[$key]->secret ?? '';
        if ('' === $secret || !hash_equals(hash_hmac('sha256', $body, $secret), $signature)) {
            throw Refused::because('signature_wrong');
        }
        $said = Decoded::json($body);
        $code = $said?->text('reference');
        $state = PostingState::tryFrom($said?->text('state') ?? '');
        $act = match ($state) {
            PostingState::Live => 'advert.live',
            PostingState::Refused => 'advert.refused',
            PostingState::Ended => 'advert.ended',
            default => null,
        };
        if (null === $said || null === $code || null === $state || null === $act) {
            throw Refused::because('answer_unreadable');
        }
        $this->db->transaction(fn () => $this->note($key, $code, $state, $act, $said));
    }

    private function note(string $key, string $code, PostingState $state, string $act, Decoded $said): void
    {
        $posting = $this->postings->ofBoard($key, $code) ?? throw Refused::because('missing');
        if (!$posting->state()->isWithBoard() || $state === $posting->state()) {
            return; // said before, or it does not matter any more
        }
        $reason = PostingState::Refused === $state ? $said->text('reason') : null;
        $now = $this->clock->now();
        match ($state) {
            PostingState::Live => $posting->putUp($now, self::address($said->text('url'))),
            PostingState::Refused => $posting->turnedDown(null === $reason ? null : mb_scrub($reason), $now),
            default => $posting->end($now),
        };
        $this->log->record(
            $act, 'posting', $posting->id, $posting->requisitionId,
            change: ['board' => $key, 'reason' => $reason],
        );
    }

    private static function address(?string $url): ?string
    {
        return 1 === preg_match('#^https?://[^\s]+$#', $url ?? '') ? $url : null;
    }
}
