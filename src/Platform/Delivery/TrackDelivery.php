<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\RetryableException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\LoggedError;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\HandlerFailedException;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use Symfony\Component\Messenger\Exception\UnrecoverableMessageHandlingException;
use Symfony\Component\Messenger\Middleware\MiddlewareInterface;
use Symfony\Component\Messenger\Middleware\StackInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Stamp\SentToFailureTransportStamp;

/**
 * Keeps the delivery of a message true: taken in hand before its handler is called, and delivered after. No
 * transaction is open while the handler asks another service. Taking is counted and committed before, so that a
 * message that kills its worker again and again is parked at last.
 */
final readonly class TrackDelivery implements MiddlewareInterface
{
    /** As the retries of config/packages/messenger.yaml: three days. */
    public const TRIES = 150;
    /** Of two deliveries that must not run beside each other, the second waits so long. */
    private const ONE_AT_A_TIME_SECONDS = 5;

    public function __construct(
        private Db $db,
        private DeliveryRepository $deliveries,
        private ClockInterface $clock,
        private LoggerInterface $logger,
    ) {
    }

    public function handle(Envelope $envelope, StackInterface $stack): Envelope
    {
        $stamp = $envelope->last(DeliveryStamp::class);
        if (null === $stamp || null === $envelope->last(ReceivedStamp::class)) {
            return $stack->next()->handle($envelope, $stack);
        }
        $byHand = null !== $envelope->last(SentToFailureTransportStamp::class);
        try {
            return $this->take($stamp, $byHand) ? $this->deliver($stamp, $envelope, $stack) : $envelope;
        } catch (\RuntimeException $e) {
            // what an operator tried by hand goes back to where it was
            throw $byHand ? new RecoverableMessageHandlingException($e->getMessage(), 0, $e, 0) : $e;
        }
    }

    private function deliver(DeliveryStamp $stamp, Envelope $envelope, StackInterface $stack): Envelope
    {
        try {
            $envelope = $stack->next()->handle($envelope, $stack);
        } catch (HandlerFailedException $e) {
            throw $this->told($envelope, array_values($e->getWrappedExceptions())[0] ?? $e);
        }
        $this->db->transaction(fn () => $this->deliveries->held($stamp->key)?->deliver($this->clock->now()));

        return $envelope;
    }

    private function take(DeliveryStamp $stamp, bool $again): bool
    {
        try {
            $taken = $this->db->transaction(fn (): bool => $this->deliveries->take($stamp->key, $stamp->turn, $again));
        } catch (UniqueConstraintViolationException) {
            $now = $this->clock->now();
            throw new NotBefore($now->modify('+'.self::ONE_AT_A_TIME_SECONDS.' seconds'), $now);
        }
        if ($taken && ($this->deliveries->byKey($stamp->key)->attempts ?? 0) > self::TRIES) {
            throw new UnrecoverableMessageHandlingException('never_ended');
        }

        return $taken;
    }

    /** What is known to pass by itself is tried again; a fault of ours waits for a person at once, and is logged. */
    private function told(Envelope $envelope, \Throwable $e): \RuntimeException
    {
        if ($e instanceof NotNow || $e instanceof NotBefore || $e instanceof RefusedByThem) {
            return $e;
        }
        $context = ['what' => $envelope->getMessage()::class, 'error' => LoggedError::text($e)] + LoggedError::context($e);
        $this->logger->error('delivery {what}: {error}', $context);

        return $e instanceof RetryableException || $e instanceof ConnectionException
            ? new NotNow('internal')
            : new UnrecoverableMessageHandlingException('internal');
    }
}
