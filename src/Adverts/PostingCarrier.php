<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

final readonly class PostingCarrier implements Carrier
{
    public function __construct(private Db $db, private ClockInterface $clock, private Places $places, private AdvertOf $advertOf, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function kind(): string
    {
        return 'posting';
    }

    public function deliver(Item $item): void
    {
        $row = $this->db->row("SELECT p.id, p.board, p.code, p.until, p.requisition_id, r.number FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE p.id = :id AND p.state IN ('waiting', 'failed') FOR UPDATE OF p", ['id' => $item->subjectId]);
        $board = null === $row ? null : $this->places->board($row->str('board'));
        if (null === $row || null === $board) {
            return; // withdrawn meanwhile
        }
        $posted = $board->post(($this->advertOf)($row->int('requisition_id')), $this->url.'/careers/'.$row->int('number').'?via='.$row->str('code'), $row->instantOrNull('until'), $item->key);
        $this->db->execute("UPDATE posting SET state = 'live', external_ref = :ref, external_url = :url, live_at = :now WHERE id = :id", ['id' => $row->int('id'), 'ref' => $posted->ref, 'url' => $posted->url, 'now' => $this->clock->now()]);
    }
}
