<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;

final readonly class PostingDownCarrier implements Carrier
{
    public function __construct(private Db $db, private Places $places)
    {
    }

    public function kind(): string
    {
        return 'posting_down';
    }

    public function deliver(Item $item): void
    {
        $row = $this->db->row("SELECT id, board, external_ref FROM posting WHERE id = :id AND state = 'withdrawing' FOR UPDATE", ['id' => $item->subjectId]);
        if (null === $row) {
            return;
        }
        $this->places->board($row->str('board'))?->withdraw($row->str('external_ref'));
        $this->db->execute("UPDATE posting SET state = 'withdrawn' WHERE id = :id", ['id' => $row->int('id')]);
    }
}
