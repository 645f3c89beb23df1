<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\PostingStep;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Outbox\Breaker;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;
use Jorvent\Platform\Outbox\NotBefore;
use Jorvent\Platform\Outbox\RefusedByThem;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Brings a board to show what is wanted of one posting. It looks at what is wanted and what is known and says what is left to say, so that wishes may
 * come in any order and twice. Before anything is posted the board is asked whether it has it already: an answer that was lost posts nothing twice.
 */
final readonly class PostingCarrier implements Carrier, Breaker
{
    public function __construct(private Db $db, private ClockInterface $clock, private Boards $boards, private AdvertTexts $texts, private ActivityLog $log, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function kind(): string
    {
        return 'posting';
    }

    public function deliver(Item $item): void
    {
        $key = $this->db->row('SELECT board FROM posting WHERE id = :id', ['id' => $item->subjectId])?->str('board');
        $rest = null === $key ? null : $this->boards->restsUntil($key);
        if (null === $key || null !== $rest) {
            throw null === $rest ? new RefusedByThem('this posting is gone') : new NotBefore($rest);
        }
        $board = $this->boards->one($key);
        for ($i = 0; $i < 4 && $this->step($item->subjectId, $board); ++$i) {
        }
        $this->boards->answered($key);
    }

    public function missed(Item $item, string $error): void
    {
        $key = $this->db->row('SELECT board FROM posting WHERE id = :id', ['id' => $item->subjectId])?->str('board');
        if (null !== $key) {
            $this->boards->missed($key, $error);
        }
    }

    /** @return bool whether there may be more to say */
    private function step(int $id, Board $board): bool
    {
        $row = $this->db->row('SELECT p.*, r.number FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE p.id = :id FOR UPDATE OF p', ['id' => $id]) ?? throw new RefusedByThem('this posting is gone');
        $ref = $row->strOrNull('external_ref');
        $advert = $this->texts->advert($row->int('requisition_id'), $row->str('locale'));
        $step = PostingStep::next($row->str('want'), PostingState::from($row->str('state')), null !== $ref, null !== $ref && (null === $row->strOrNull('sent_hash') || $row->strOrNull('sent_until') !== $row->strOrNull('until')));
        if (null === $step) {
            return false;
        }
        $shape = $this->boards->shape($board);
        $outgoing = new Outgoing($row->str('code'), $advert, $this->url.'/careers/'.$row->int('number').'?via='.$row->str('code').('en' === $row->str('locale') ? '' : '&lang='.$row->str('locale')), $row->instantOrNull('until'), $this->url.'/boards/'.$board->key.'/answers');
        $sent = ['sent_hash' => $advert->fingerprint(), 'sent_until' => $row->strOrNull('until')];
        switch ($step) {
            case PostingStep::Send:
                try {
                    $found = $shape->find($board, $outgoing->reference);
                    $receipt = $found ?? $shape->send($board, $outgoing);
                } catch (RefusedByThem $e) {
                    $this->note($row, 'refused', 'advert.refused', ['reason' => $e->getMessage()], ['reason' => $e->getMessage()]);

                    return false;
                }
                $this->received($row, $receipt, $sent);
                break;
            case PostingStep::Update:
                $shape->update($board, (string) $ref, $outgoing);
                $this->note($row, $row->str('state'), 'advert.sent_anew', [], $sent);
                break;
            case PostingStep::Pause:
            case PostingStep::Resume:
                $shape->pause($board, (string) $ref, PostingStep::Pause === $step);
                $this->note($row, PostingStep::Pause === $step ? 'paused' : 'live', PostingStep::Pause === $step ? 'advert.rests' : 'advert.live', []);
                break;
            case PostingStep::Withdraw:
                $ref ??= $shape->find($board, $outgoing->reference)?->ref;
                if (null !== $ref) {
                    $shape->withdraw($board, $ref);
                }
                $this->note($row, 'withdrawn', 'advert.down', []);
        }

        return true;
    }

    /** @param array<string, mixed> $sent */
    private function received(Record $row, Receipt $receipt, array $sent): void
    {
        $this->note($row, $receipt->live ? 'live' : 'asked', $receipt->live ? 'advert.live' : 'advert.with_board', ['ref' => $receipt->ref], $sent + ['external_ref' => $receipt->ref, 'external_url' => $receipt->url] + ($receipt->live ? ['live_at' => $row->instantOrNull('live_at') ?? $this->clock->now()] : []));
    }

    /**
     * @param array<string, mixed> $change
     * @param array<string, mixed> $columns
     */
    private function note(Record $row, string $state, string $act, array $change, array $columns = []): void
    {
        $columns += ['state' => $state];
        $this->db->execute('UPDATE posting SET '.implode(', ', array_map(static fn (string $c): string => $c.' = :'.$c, array_keys($columns))).' WHERE id = :id', $columns + ['id' => $row->int('id')]);
        $this->log->record($act, 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $row->str('board'), ...$change]);
    }
}
