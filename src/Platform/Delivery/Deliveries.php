<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Entity\Delivery;
use Jorvent\Platform\Delivery\Message\Message;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;

/**
 * What is to be done outside of the act that asks for it, written in the same transaction as its cause. The key
 * makes it once only: adding the same key again adds nothing.
 */
final readonly class Deliveries
{
    private const MOST_AT_ONCE = 5000;

    public function __construct(
        private Db $db,
        private DeliveryRepository $deliveries,
        private MessageBusInterface $bus,
        #[Autowire(service: 'messenger.transport.symfony_serializer')]
        private SerializerInterface $serializer,
        private ClockInterface $clock,
        private SealedSecrets $secrets,
        private FailedMessages $failed,
    ) {
    }

    /**
     * @param Content|null $content     what it says to someone
     * @param int          $holdSeconds how long it can be withdrawn before it goes
     */
    public function add(Message $message, string $key, About $about, ?Content $content = null, int $holdSeconds = 0): void
    {
        if ($this->deliveries->has($key)) {
            return;
        }
        $this->db->transaction(function () use ($message, $key, $about, $content, $holdSeconds): void {
            $personal = null === $content ? null : $this->keep($content, $about);
            $delivery = new Delivery(
                $message::kind(), $key, $this->written($message), $about, $personal,
                $this->secrets->seal($content->secrets ?? []), $this->clock->now(), $holdSeconds,
            );
            $this->deliveries->add($delivery);
            $this->send($message, $delivery, $holdSeconds);
        });
    }

    /** @return bool whether there was something to try again */
    public function tryAgain(int $id): bool
    {
        return $this->db->transaction(fn (): bool => 1 === $this->anew(array_filter([$this->deliveries->failed($id)])));
    }

    /** @return int how many wait again */
    public function tryAllAgain(): int
    {
        return $this->db->transaction(fn (): int => $this->anew($this->deliveries->allFailed(self::MOST_AT_ONCE)));
    }

    /**
     * What waits for these, or has failed, goes at once.
     *
     * @param list<int> $subjects
     */
    public function hurry(string $subjectKind, array $subjects): void
    {
        $this->db->transaction(fn (): int => $this->anew($this->deliveries->undelivered($subjectKind, $subjects)));
    }

    public function giveUp(int $id): bool
    {
        return $this->db->transaction(function () use ($id): bool {
            $delivery = $this->deliveries->failed($id);
            if (null === $delivery) {
                return false;
            }
            $this->failed->remove([$delivery->key]);
            $delivery->drop();

            return true;
        });
    }

    /** @return int how many were still waiting and now never go; what a worker has in hand is not among them */
    public function drop(string $keyPrefix): int
    {
        return $this->deliveries->drop($keyPrefix);
    }

    /** Whether one whose key begins so has left, or is just leaving. */
    public function left(string $keyPrefix): bool
    {
        return $this->deliveries->left($keyPrefix);
    }

    /**
     * @template M of Message
     *
     * @param class-string<M> $message
     *
     * @return M|null the last of its kind that is not done yet
     */
    public function open(string $message): ?Message
    {
        $delivery = $this->deliveries->lastOpen($message::kind());
        $found = null === $delivery ? null : $this->read($delivery);

        return $found instanceof $message ? $found : null;
    }

    /** @param array<Delivery> $all */
    private function anew(array $all): int
    {
        $this->failed->remove(array_values(array_map(static fn (Delivery $d): string => $d->key, $all)));
        foreach ($all as $delivery) {
            $delivery->again($this->clock->now(), $this->secrets->anew($delivery->sealed));
            $this->send($this->read($delivery), $delivery, 0);
        }

        return \count($all);
    }

    private function send(Message $message, Delivery $delivery, int $holdSeconds): void
    {
        $this->bus->dispatch($message, [
            new DeliveryStamp($delivery->key, $delivery->turn),
            ...($holdSeconds > 0 ? [new DelayStamp(1000 * $holdSeconds)] : []),
        ]);
    }

    private function read(Delivery $delivery): Message
    {
        $message = $this->serializer->decode($delivery->message)->getMessage();

        return $message instanceof Message ? $message : throw new \LogicException('What was written of a message is none.');
    }

    /** @return array{body: string, headers?: array<string, string>} */
    private function written(Message $message): array
    {
        /** @var array{body: string, headers?: array<string, string>} */
        return $this->serializer->encode(new Envelope($message));
    }

    private function keep(Content $content, About $about): int
    {
        return $this->db->insert('personal_value', [
            'candidate_id' => $about->candidate ?? $about->named, 'account_id' => $about->account, 'content' => $content->personal,
        ]);
    }
}
