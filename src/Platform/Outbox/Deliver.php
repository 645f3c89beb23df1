<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Takes the next due item, delivers it and marks it, in one transaction that holds the row's lock. The attempt is counted and committed before,
 * so that an item that kills its worker is parked at last. A worker that dies in between leaves the item waiting; the next one delivers it
 * again under the same key. Several workers never deliver the same item at once (SKIP LOCKED).
 */
final class Deliver
{
    /** Seconds before the second, third ... try. */
    private const PAUSES = [5, 20, 60, 300];
    /** And before each after those. */
    private const LONGEST_PAUSE = 1800;
    /** So many tries take three days; then the item has failed and waits for a person. */
    public const TRIES = 150;
    /** An item whose attempt ended without a word (its worker died) lets others go first for so long. */
    private const AFTER_A_DEATH = 30;

    /** @var array<string, Carrier> */
    private array $carriers = [];

    /** @param iterable<Carrier> $carriers */
    public function __construct(
        private readonly Db $db,
        private readonly ClockInterface $clock,
        private readonly LoggerInterface $logger,
        private readonly SealedSecrets $secrets,
        #[AutowireIterator(Carrier::class)] iterable $carriers,
    ) {
        foreach ($carriers as $carrier) {
            $this->carriers[$carrier->kind()] = $carrier;
        }
    }

    /** @return int|null seconds to wait after so many tries; null when it has failed for good */
    public static function pause(int $tries): ?int
    {
        return $tries >= self::TRIES ? null : self::PAUSES[$tries - 1] ?? self::LONGEST_PAUSE;
    }

    /** @return bool whether there was anything to do */
    public function next(): bool
    {
        $id = $this->count();
        if (null === $id) {
            return false;
        }
        $this->db->transaction(function () use ($id): void {
            $row = $this->db->row(
                "SELECT o.id, o.kind, o.key, o.subject_id, o.payload, o.attempts, o.sealed, p.content FROM outbox o LEFT JOIN personal_value p ON p.id = o.personal_id
                 WHERE o.id = :id AND o.state = 'waiting' FOR UPDATE OF o SKIP LOCKED",
                ['id' => $id],
            );
            if (null !== $row) {
                $this->attempt(new Item(
                    $row->int('id'), $row->str('kind'), $row->str('key'), $row->int('subject_id'), $row->json('payload'), $row->json('content'),
                    $row->int('attempts'), $this->secrets->open($row->strOrNull('sealed')),
                ));
            }
        });

        return true;
    }

    /** @return int|null the item whose attempt begins */
    private function count(): ?int
    {
        $now = $this->clock->now();

        return $this->db->row(
            "UPDATE outbox SET attempts = attempts + 1, available_at = CASE WHEN attempts = 0 THEN available_at ELSE CAST(:later AS timestamptz) END
             WHERE id = (SELECT id FROM outbox WHERE state = 'waiting' AND available_at <= :now ORDER BY available_at, id LIMIT 1 FOR UPDATE SKIP LOCKED) RETURNING id",
            ['now' => $now, 'later' => $now->modify('+'.self::AFTER_A_DEATH.' seconds')],
        )?->int('id');
    }

    private function attempt(Item $item): void
    {
        $carrier = $this->carriers[$item->kind] ?? null;
        if (null === $carrier || $item->attempts > self::TRIES) {
            $this->park($item, null === $carrier ? 'unknown_kind' : 'never_ended');

            return;
        }
        try {
            $this->db->transaction(static fn () => $carrier->deliver($item));
            $this->db->execute(
                "UPDATE outbox SET state = 'delivered', delivered_at = :now, last_error = NULL, sealed = NULL WHERE id = :id",
                ['id' => $item->id, 'now' => $this->clock->now()],
            );
        } catch (NotBefore $e) {
            $this->db->execute(
                'UPDATE outbox SET attempts = attempts - 1, available_at = :at, last_error = :error WHERE id = :id',
                ['id' => $item->id, 'at' => $e->until, 'error' => $e->getMessage()],
            );
        } catch (NotNow $e) {
            if ($carrier instanceof Breaker) {
                $carrier->missed($item, $e->getMessage());
            }
            $pause = self::pause($item->attempts);
            null === $pause ? $this->park($item, $e->getMessage()) : $this->putOff($item, $e->getMessage(), $pause);
        } catch (RefusedByThem $e) {
            $this->park($item, $e->getMessage());
        } catch (\Throwable $e) {
            $this->logger->error('outbox {kind} {id}: {class} at {at}', ['kind' => $item->kind, 'id' => $item->id, 'class' => $e::class, 'at' => $e->getFile().':'.$e->getLine()]);
            $this->park($item, 'internal');
        }
    }

    private function putOff(Item $item, string $error, int $pause): void
    {
        $this->db->execute(
            'UPDATE outbox SET available_at = :at, last_error = :error WHERE id = :id',
            ['id' => $item->id, 'at' => $this->clock->now()->modify('+'.$pause.' seconds'), 'error' => mb_substr($error, 0, 300)],
        );
    }

    /** It waits for a person now, and keeps nothing else. */
    private function park(Item $item, string $error): void
    {
        $this->logger->warning('outbox {kind} {id} has failed: {error}', ['kind' => $item->kind, 'id' => $item->id, 'error' => $error]);
        $this->db->execute("UPDATE outbox SET state = 'failed', last_error = :error WHERE id = :id", ['id' => $item->id, 'error' => mb_substr($error, 0, 300)]);
    }
}
