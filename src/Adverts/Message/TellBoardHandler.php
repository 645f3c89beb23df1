<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Message;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Adverts\TrackedAddress;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\PostingStep;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotBefore;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * It looks at what is wanted and what is known and says what is left to say, so that wishes may come in any order and
 * twice. Before anything is posted the board is asked whether it has it already: an answer that was lost posts nothing
 * twice. Nothing is locked while the board is asked; two of these for one posting never run beside each other (the
 * index delivery_one_per_posting).
 */
#[AsMessageHandler]
final readonly class TellBoardHandler
{
    private const MOST_STEPS = 4;

    public function __construct(
        private Db $db,
        private Boards $boards,
        private PostingRepository $postings,
        private AdvertQuery $adverts,
        private TrackedAddress $addresses,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function __invoke(TellBoard $message): void
    {
        $board = $this->boards->one($this->posting($message->posting)->board->key);
        $rest = $this->boards->restsUntil($board->key);
        if (null !== $rest) {
            throw new NotBefore($rest, $this->clock->now());
        }
        try {
            for ($i = 0; $i < self::MOST_STEPS && $this->step($message->posting, $board); ++$i) {
            }
        } catch (NotNow $e) {
            $this->boards->missed($board->key, $e->getMessage());
            throw $e;
        }
        $this->boards->answered($board->key);
    }

    private function posting(int $id): Posting
    {
        return $this->postings->find($id) ?? throw new RefusedByThem('this posting is gone');
    }

    /** @return bool whether there may be more to say */
    private function step(int $id, Board $board): bool
    {
        $posting = $this->posting($id);
        $step = $posting->nextStep();
        if (null === $step) {
            return false;
        }
        $advert = $this->adverts->of($posting->requisitionId, $posting->locale());
        $outgoing = new Outgoing(
            $posting->code, $advert, $this->addresses->of($posting), $posting->until(),
            $this->addresses->answers($board->key),
        );

        return PostingStep::Send === $step
            ? $this->send($posting, $board, $outgoing)
            : $this->tell($step, $posting, $board, $outgoing);
    }

    private function send(Posting $posting, Board $board, Outgoing $outgoing): bool
    {
        $shape = $this->boards->shape($board);
        try {
            $receipt = $shape->find($board, $outgoing->reference) ?? $shape->send($board, $outgoing);
        } catch (RefusedByThem $e) {
            $reason = $e->getMessage();
            $turnDown = fn (Posting $now) => $now->turnedDown($reason, $this->clock->now());
            $this->note($posting, 'advert.refused', ['reason' => $reason], $turnDown);

            return false;
        }
        $this->received($posting, $receipt, $outgoing);

        return true;
    }

    private function tell(PostingStep $step, Posting $posting, Board $board, Outgoing $outgoing): bool
    {
        $shape = $this->boards->shape($board);
        $ref = $posting->externalRef();
        if (PostingStep::Update === $step) {
            $shape->update($board, (string) $ref, $outgoing);
            $this->noteText($posting, $outgoing->advert);
        } elseif (PostingStep::Withdraw === $step) {
            $ref ??= $shape->find($board, $outgoing->reference)?->ref;
            if (null !== $ref) {
                $shape->withdraw($board, $ref);
            }
            $this->note($posting, 'advert.down', [], static fn (Posting $now) => $now->takenDown());
        } elseif (PostingStep::Pause === $step) {
            $shape->pause($board, (string) $ref, true);
            $this->note($posting, 'advert.rests', [], static fn (Posting $now) => $now->putToRest());
        } else {
            $shape->pause($board, (string) $ref, false);
            $this->note($posting, 'advert.live', [], fn (Posting $now) => $now->putUp($this->clock->now()));
        }

        return true;
    }

    private function received(Posting $posting, Receipt $receipt, Outgoing $outgoing): void
    {
        $until = $outgoing->until;
        $this->note(
            $posting,
            $receipt->live ? 'advert.live' : 'advert.with_board',
            ['ref' => $receipt->ref],
            function (Posting $now) use ($receipt): void {
                $receipt->live ? $now->putUp($this->clock->now()) : $now->takenOn();
            },
            static fn (Posting $now) => $now->sent($receipt, $outgoing->advert, $until),
        );
    }

    private function noteText(Posting $posting, Advert $advert): void
    {
        $until = $posting->until();
        $sent = static fn (Posting $now) => $now->sentAnew($advert, $until);
        $this->note($posting, 'advert.sent_anew', [], static fn (): null => null, $sent);
    }

    /**
     * Writes what the board said. What ended or was answered while it was asked stays as it is by now.
     *
     * @param array<string, scalar|null>   $change
     * @param callable(Posting): mixed      $become
     * @param (callable(Posting): mixed)|null $always stays true, whatever became of the posting meanwhile
     */
    private function note(
        Posting $before,
        string $act,
        array $change,
        callable $become,
        ?callable $always = null,
    ): void {
        $known = $before->state();
        $this->db->transaction(function () use ($before, $known, $act, $change, $become, $always): void {
            $now = $this->postings->held($before->id);
            null === $always ?: $always($now);
            if ($known !== $now->state()) {
                return;
            }
            $become($now);
            $change = ['board' => $now->board->key, ...$change];
            $this->log->record($act, 'posting', $now->id, $now->requisitionId, change: $change);
        });
    }
}
