<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Message;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\AdvertTexts;
use Jorvent\Adverts\Boards;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\PostingStep;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\NotBefore;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
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
    /** What a board has said of itself stays true, whatever became of the posting meanwhile. */
    private const ALWAYS_TRUE = ['external_ref' => 1, 'external_url' => 1, 'sent_hash' => 1, 'sent_until' => 1];

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Boards $boards,
        private AdvertTexts $texts,
        private ActivityLog $log,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    public function __invoke(TellBoard $message): void
    {
        $key = $this->posting($message->posting)->str('board');
        $rest = $this->boards->restsUntil($key);
        if (null !== $rest) {
            throw new NotBefore($rest, $this->clock->now());
        }
        $board = $this->boards->one($key);
        try {
            for ($i = 0; $i < self::MOST_STEPS && $this->step($message->posting, $board); ++$i) {
            }
        } catch (NotNow $e) {
            $this->boards->missed($key, $e->getMessage());
            throw $e;
        }
        $this->boards->answered($key);
    }

    private function posting(int $id): Record
    {
        return $this->db->row(
            'SELECT p.*, r.number FROM posting p JOIN requisition_head r ON r.id = p.requisition_id WHERE p.id = :id', ['id' => $id],
        ) ?? throw new RefusedByThem('this posting is gone');
    }

    /** @return bool whether there may be more to say */
    private function step(int $id, Board $board): bool
    {
        $row = $this->posting($id);
        $advert = $this->texts->advert($row->int('requisition_id'), $row->str('locale'));
        $ref = $row->strOrNull('external_ref');
        $unsent = null === $row->strOrNull('sent_hash') || $row->strOrNull('sent_until') !== $row->strOrNull('until');
        $state = PostingState::from($row->str('state'));
        $step = PostingStep::next($row->str('want'), $state, null !== $ref, null !== $ref && $unsent);
        if (null === $step) {
            return false;
        }
        $outgoing = new Outgoing(
            $row->str('code'), $advert, $this->address($row), $row->instantOrNull('until'),
            $this->url.'/boards/'.$board->key.'/answers',
        );
        $sent = ['sent_hash' => $advert->fingerprint(), 'sent_until' => $row->strOrNull('until')];

        return PostingStep::Send === $step
            ? $this->send($row, $board, $outgoing, $sent)
            : $this->tell($step, $row, $board, $outgoing, $sent);
    }

    private function address(Record $row): string
    {
        $locale = $row->str('locale');

        $language = 'en' === $locale ? '' : '&lang='.$locale;

        return $this->url.'/careers/'.$row->int('number').'?via='.$row->str('code').$language;
    }

    /** @param array<string, mixed> $sent */
    private function send(Record $row, Board $board, Outgoing $outgoing, array $sent): bool
    {
        $shape = $this->boards->shape($board);
        try {
            $receipt = $shape->find($board, $outgoing->reference) ?? $shape->send($board, $outgoing);
        } catch (RefusedByThem $e) {
            $this->note($row, 'refused', 'advert.refused', ['reason' => $e->getMessage()], ['reason' => $e->getMessage()]);

            return false;
        }
        $this->received($row, $receipt, $sent);

        return true;
    }

    /** @param array<string, mixed> $sent */
    private function tell(PostingStep $step, Record $row, Board $board, Outgoing $outgoing, array $sent): bool
    {
        $shape = $this->boards->shape($board);
        $ref = $row->strOrNull('external_ref');
        if (PostingStep::Update === $step) {
            $shape->update($board, (string) $ref, $outgoing);
            $this->note($row, $row->str('state'), 'advert.sent_anew', [], $sent);
        } elseif (PostingStep::Withdraw === $step) {
            $ref ??= $shape->find($board, $outgoing->reference)?->ref;
            if (null !== $ref) {
                $shape->withdraw($board, $ref);
            }
            $this->note($row, 'withdrawn', 'advert.down', []);
        } else {
            $rests = PostingStep::Pause === $step;
            $shape->pause($board, (string) $ref, $rests);
            $this->note($row, $rests ? 'paused' : 'live', $rests ? 'advert.rests' : 'advert.live', []);
        }

        return true;
    }

    /** @param array<string, mixed> $sent */
    private function received(Record $row, Receipt $receipt, array $sent): void
    {
        $columns = $sent + ['external_ref' => $receipt->ref, 'external_url' => $receipt->url];
        if ($receipt->live) {
            $columns['live_at'] = $row->instantOrNull('live_at') ?? $this->clock->now();
        }
        $this->note(
            $row, $receipt->live ? 'live' : 'asked', $receipt->live ? 'advert.live' : 'advert.with_board',
            ['ref' => $receipt->ref], $columns,
        );
    }

    /**
     * Writes what the board said. What ended or was answered while it was asked keeps its newer state.
     *
     * @param array<string, mixed> $change
     * @param array<string, mixed> $columns
     */
    private function note(Record $row, string $state, string $act, array $change, array $columns = []): void
    {
        $this->db->transaction(function () use ($row, $state, $act, $change, $columns): void {
            $id = $row->int('id');
            $now = $this->db->row('SELECT state FROM posting WHERE id = :id FOR UPDATE', ['id' => $id])?->str('state');
            $same = $now === $row->str('state');
            $columns = $same ? $columns + ['state' => $state] : array_intersect_key($columns, self::ALWAYS_TRUE);
            if ([] === $columns) {
                return;
            }
            $set = implode(', ', array_map(static fn (string $c): string => $c.' = :'.$c, array_keys($columns)));
            $this->db->execute('UPDATE posting SET '.$set.' WHERE id = :id', $columns + ['id' => $id]);
            if ($same) {
                $this->log->record(
                    $act, 'posting', $id, $row->int('requisition_id'), change: ['board' => $row->str('board'), ...$change],
                );
            }
        });
    }
}
