<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Takes the next due item, delivers it and marks it, in one transaction that holds the row's lock. A worker that dies in between leaves the item
 * as it was; the next one delivers it again under the same key. Several workers never take the same item (SKIP LOCKED).
 */
final class Deliver
{
    /** Seconds before the second, third ... try; after the last the item has failed and waits for a person. */
    public const PAUSES = [5, 20, 60, 300, 1800];

    /** @var array<string, Carrier> */
    private array $carriers = [];

    /** @param iterable<Carrier> $carriers */
    public function __construct(private readonly Db $db, private readonly ClockInterface $clock, private readonly LoggerInterface $logger, private readonly SealedSecrets $secrets, #[AutowireIterator(Carrier::class)] iterable $carriers)
    {
        foreach ($carriers as $carrier) {
            $this->carriers[$carrier->kind()] = $carrier;
        }
    }

    /** @return bool whether there was anything to do */
    public function next(): bool
    {
        return $this->db->transaction(function (): bool {
            $row = $this->db->row(
                "SELECT o.id, o.kind, o.key, o.subject_id, o.payload, o.attempts, o.sealed, p.content FROM outbox o LEFT JOIN personal_value p ON p.id = o.personal_id
                 WHERE o.state = 'waiting' AND o.available_at <= :now ORDER BY o.available_at, o.id LIMIT 1 FOR UPDATE OF o SKIP LOCKED",
                ['now' => $this->clock->now()],
            );
            if (null === $row) {
                return false;
            }
            $this->attempt(new Item($row->int('id'), $row->str('kind'), $row->str('key'), $row->int('subject_id'), $row->json('payload'), $row->json('content'), $row->int('attempts'), $this->secrets->open($row->strOrNull('sealed'))));

            return true;
        });
    }

    private function attempt(Item $item): void
    {
        $carrier = $this->carriers[$item->kind] ?? throw new \LogicException('Nobody carries "'.$item->kind.'".');
        try {
            $this->db->transaction(static fn () => $carrier->deliver($item));
            $this->db->execute("UPDATE outbox SET state = 'delivered', attempts = attempts + 1, delivered_at = :now, last_error = NULL, sealed = NULL WHERE id = :id", ['id' => $item->id, 'now' => $this->clock->now()]);
        } catch (NotBefore $e) {
            $this->db->execute('UPDATE outbox SET available_at = :at, last_error = :error WHERE id = :id', ['id' => $item->id, 'at' => $e->until, 'error' => $e->getMessage()]);
        } catch (NotNow $e) {
            if ($carrier instanceof Breaker) {
                $carrier->missed($item, $e->getMessage());
            }
            $pause = self::PAUSES[$item->attempts] ?? null;
            $this->failed($item, $e, null === $pause ? 'failed' : 'waiting', $pause ?? 0);
        } catch (\Throwable $e) {
            $this->failed($item, $e, 'failed', 0);
        }
    }

    private function failed(Item $item, \Throwable $e, string $state, int $pause): void
    {
        $this->logger->warning('outbox {kind} {id}: {error}', ['kind' => $item->kind, 'id' => $item->id, 'error' => $e->getMessage()]);
        $this->db->execute(
            'UPDATE outbox SET state = :state, attempts = attempts + 1, available_at = :at, last_error = :error WHERE id = :id',
            ['id' => $item->id, 'state' => $state, 'at' => $this->clock->now()->modify('+'.$pause.' seconds'), 'error' => mb_substr($e instanceof NotNow || $e instanceof RefusedByThem ? $e->getMessage() : 'internal', 0, 300)],
        );
    }
}
