<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\People\Readings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Reads one piece and lays out the next. */
#[AsMessageHandler]
final readonly class RereadResumesHandler
{
    private const PIECE = 100;

    public function __construct(private Db $db, private Readings $readings, private Deliveries $deliveries)
    {
    }

    public function __invoke(RereadResumes $message): void
    {
        $ids = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT r.id FROM resume r JOIN candidate c ON c.id = r.candidate_id
             WHERE r.id > :after AND c.erased_at IS NULL ORDER BY r.id LIMIT '.self::PIECE,
            ['after' => $message->after],
        ));
        foreach ($ids as $id) {
            $this->readings->read($id);
        }
        if (self::PIECE === \count($ids)) {
            $last = $ids[self::PIECE - 1];
            $next = new RereadResumes($message->run, $last, $message->done + self::PIECE, $message->of);
            $this->deliveries->add($next, $next->key(), new About('resume', $last));
        }
    }
}
