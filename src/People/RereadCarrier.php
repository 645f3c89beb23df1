<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;
use Jorvent\Platform\Outbox\Outbox;

/** Reads a piece of all resumes anew and lays out the next. */
final readonly class RereadCarrier implements Carrier
{
    private const PIECE = 100;

    public function __construct(private Db $db, private Readings $readings, private Outbox $outbox)
    {
    }

    public function kind(): string
    {
        return 'reread';
    }

    public function deliver(Item $item): void
    {
        $ids = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows('SELECT r.id FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE r.id > :from AND c.erased_at IS NULL ORDER BY r.id LIMIT '.self::PIECE, ['from' => (int) $item->text('from')]));
        foreach ($ids as $id) {
            $this->readings->read($id);
        }
        if (self::PIECE === \count($ids)) {
            $last = $ids[self::PIECE - 1];
            $this->outbox->add('reread', 'reread-after-'.$item->key.'-'.$last, 'resume', $last, ['from' => $last, 'of' => (int) $item->text('of'), 'done' => (int) $item->text('done') + self::PIECE]);
        }
    }
}
