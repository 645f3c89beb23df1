<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * What has to leave the house, written in the same transaction as its cause and delivered by the worker. The key makes it once only:
 * adding the same key again adds nothing, and every receiver is given the key to recognise a second delivery by.
 */
final readonly class Outbox
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * @param array<string, mixed> $payload  ids and facts, nothing personal
     * @param array<string, mixed> $personal what names or shows a person: addresses, texts
     */
    public function add(string $kind, string $key, string $subjectKind, int $subjectId, array $payload = [], ?int $requisitionId = null, ?int $candidateId = null, array $personal = [], ?int $accountId = null): void
    {
        if (0 !== $this->db->int('SELECT count(*) FROM outbox WHERE key = :key', ['key' => $key])) {
            return;
        }
        $now = $this->clock->now();
        $this->db->insert('outbox', [
            'kind' => $kind, 'key' => $key, 'subject_kind' => $subjectKind, 'subject_id' => $subjectId, 'payload' => [] === $payload ? new \stdClass() : $payload, 'requisition_id' => $requisitionId, 'candidate_id' => $candidateId,
            'personal_id' => [] === $personal ? null : $this->db->insert('personal_value', ['candidate_id' => $candidateId, 'account_id' => $accountId, 'content' => $personal]),
            'available_at' => $now, 'created_at' => $now,
        ]);
    }

    /** @return bool whether there was something to try again */
    public function tryAgain(int $id): bool
    {
        return 1 === $this->db->execute("UPDATE outbox SET state = 'waiting', attempts = 0, available_at = :now WHERE id = :id AND state = 'failed'", ['id' => $id, 'now' => $this->clock->now()]);
    }

    /** @return int how many were still waiting and now never go */
    public function drop(string $keyPrefix): int
    {
        return $this->db->execute("UPDATE outbox SET state = 'dropped' WHERE state = 'waiting' AND starts_with(key, :key)", ['key' => $keyPrefix]);
    }
}
