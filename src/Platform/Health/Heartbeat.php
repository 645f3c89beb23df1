<?php

declare(strict_types=1);

namespace Jorvent\Platform\Health;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** A worker says that it lives, and of which queues, every few seconds. */
final class Heartbeat
{
    private const EVERY_SECONDS = 10;

    private int $last = 0;

    public function __construct(private readonly Db $db, private readonly ClockInterface $clock)
    {
    }

    #[AsEventListener]
    public function __invoke(WorkerRunningEvent $event): void
    {
        if (time() - $this->last < self::EVERY_SECONDS) {
            return;
        }
        $this->last = time();
        $queues = array_filter($event->getWorker()->getMetadata()->getTransportNames(), \is_string(...));
        $name = gethostname().':'.getmypid().' '.implode(' ', $queues);
        $now = $this->clock->now();
        $this->db->execute(
            'INSERT INTO heartbeat (worker, at) VALUES (:w, :now) ON CONFLICT (worker) DO UPDATE SET at = :now',
            ['w' => $name, 'now' => $now],
        );
        $this->db->execute('DELETE FROM heartbeat WHERE at < :old', ['old' => $now->modify('-1 day')]);
    }
}
