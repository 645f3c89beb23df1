<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Message\Transport;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Event\WorkerMessageRetriedEvent;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/** Writes down what became of a try that failed: when the next one is, or that it waits for a person now. */
final class NoteFailures
{
    private ?\Throwable $last = null;

    public function __construct(
        private readonly Db $db,
        private readonly DeliveryRepository $deliveries,
        private readonly ClockInterface $clock,
        private readonly LoggerInterface $logger,
    ) {
    }

    /** Before the retry is sent, which the other listener tells of. */
    #[AsEventListener(priority: 200)]
    public function remember(WorkerMessageFailedEvent $event): void
    {
        $this->last = $event->getThrowable();
    }

    #[AsEventListener]
    public function putOff(WorkerMessageRetriedEvent $event): void
    {
        $stamp = $event->getEnvelope()->last(DeliveryStamp::class);
        $error = $this->last;
        if (null === $stamp || null === $error) {
            return;
        }
        $pause = $event->getEnvelope()->last(DelayStamp::class)?->getDelay() ?? 0;
        $until = $this->clock->now()->modify('+'.(int) ceil($pause / 1000).' seconds');
        $this->db->transaction(function () use ($event, $stamp, $error, $until): void {
            $delivery = $this->deliveries->held($stamp->key);
            match (true) {
                // an operator tried it by hand, and there it stays
                Transport::FAILED === $event->getReceiverName() => $delivery?->fail($error->getMessage()),
                $error instanceof NotBefore => $delivery?->leaveInPeace($error->getMessage(), $until),
                default => $delivery?->putOff($error->getMessage(), $until),
            };
        });
    }

    /** After it is known that there is no retry, and before the message goes to the failure transport. */
    #[AsEventListener(priority: -50)]
    public function fail(WorkerMessageFailedEvent $event): void
    {
        $stamp = $event->getEnvelope()->last(DeliveryStamp::class);
        if (null === $stamp || $event->willRetry()) {
            return;
        }
        $error = $event->getThrowable()->getMessage();
        $what = $event->getEnvelope()->getMessage()::class;
        $this->logger->warning('delivery {what} has failed: {error}', ['what' => $what, 'error' => $error]);
        $this->db->transaction(fn () => $this->deliveries->held($stamp->key)?->fail($error));
    }
}
