<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Message\Transport;
use Psr\Container\ContainerInterface;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Event\WorkerMessageHandledEvent;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\HandledStamp;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;
use Symfony\Component\Messenger\Worker;

/** The worker of messenger:consume, in this process, until nothing is due. */
final class MessageWorker
{
    private int $done = 0;

    public function __construct(private readonly ContainerInterface $container)
    {
    }

    /**
     * @param list<string>       $queues
     * @param \DateTimeImmutable $now    the moment by the clock of the application, which a test may have moved:
     *                                   what a delivery says to be due by it is due
     *
     * @return int how many messages were handled, well or not; those that had nothing left to do are not counted
     */
    public function work(
        int $most,
        ?\DateTimeImmutable $now = null,
        array $queues = [Transport::OUTSIDE, Transport::SOON, Transport::LONG],
    ): int {
        if (null !== $now) {
            $this->release($now);
        }
        $this->done = 0;
        $events = $this->service('event_dispatcher', EventDispatcherInterface::class);
        $listeners = [
            WorkerMessageHandledEvent::class => function (WorkerMessageHandledEvent $event): void {
                $this->done += null === $event->getEnvelope()->last(HandledStamp::class) ? 0 : 1;
            },
            WorkerMessageFailedEvent::class => function (): void {
                ++$this->done;
            },
            WorkerRunningEvent::class => function (WorkerRunningEvent $event) use ($most): void {
                if ($event->isWorkerIdle() || $this->done >= $most) {
                    $event->getWorker()->stop();
                }
            },
        ];
        foreach ($listeners as $name => $listener) {
            $events->addListener($name, $listener);
        }
        $receivers = [];
        foreach ($queues as $queue) {
            $receivers[$queue] = $this->service('messenger.transport.'.$queue, ReceiverInterface::class);
        }
        try {
            (new Worker($receivers, $this->service(MessageBusInterface::class, MessageBusInterface::class), $events))->run();
        } finally {
            foreach ($listeners as $name => $listener) {
                $events->removeListener($name, $listener);
            }
        }

        return $this->done;
    }

    private function release(\DateTimeImmutable $now): void
    {
        $this->service(Db::class, Db::class)->execute(
            "UPDATE message m SET available_at = (now() AT TIME ZONE 'UTC') + CASE WHEN d.available_at <= :now THEN interval '-1 minute' ELSE interval '9 years' END
             FROM delivery d WHERE strpos(m.headers, '\\\"' || d.key || '\\\"') > 0 AND m.queue_name <> 'failed' AND d.state IN ('waiting', 'sending')",
            ['now' => $now],
        );
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function service(string $id, string $class): object
    {
        $service = $this->container->get($id);
        if (!$service instanceof $class) {
            throw new \LogicException($id.' is no '.$class);
        }

        return $service;
    }
}
