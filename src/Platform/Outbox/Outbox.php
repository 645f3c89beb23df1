<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;

/**
 * What has to leave the house, written in the same transaction as its cause and delivered by the worker. The key makes it once only:
 * adding the same key again adds nothing, and every receiver is given the key to recognise a second delivery by.
 */
final readonly class Outbox
{
    public function __construct(private Db $db, private ClockInterface $clock, private SealedSecrets $secrets)
    {
    }

    /**
     * @param array<string, mixed> $payload  ids and facts, nothing personal
     * @param array<string, mixed>  $personal what names or shows a person: addresses, texts
     * @param array<string, Secret> $secrets  by the name of their mark in the text
     * @param int|null              $about    a candidate whom the text names, though it does not go to them
     */
    public function add(string $kind, string $key, string $subjectKind, int $subjectId, array $payload = [], ?int $requisitionId = null, ?int $candidateId = null, array $personal = [], ?int $accountId = null, array $secrets = [], ?int $about = null): void
    {
        if (0 !== $this->db->int('SELECT count(*) FROM outbox WHERE key = :key', ['key' => $key])) {
            return;
        }
        $now = $this->clock->now();
        $this->db->insert('outbox', [
            'kind' => $kind, 'key' => $key, 'subject_kind' => $subjectKind, 'subject_id' => $subjectId, 'payload' => [] === $payload ? new \stdClass() : $payload, 'requisition_id' => $requisitionId, 'candidate_id' => $candidateId,
            'personal_id' => [] === $personal ? null : $this->db->insert('personal_value', ['candidate_id' => $candidateId ?? $about, 'account_id' => $accountId, 'content' => $personal]),
            'sealed' => $this->secrets->seal($secrets), 'available_at' => $now, 'created_at' => $now,
        ]);
    }

    /** @return bool whether there was something to try again */
    public function tryAgain(int $id): bool
    {
        return $this->db->transaction(function () use ($id): bool {
            $row = $this->db->row("SELECT sealed FROM outbox WHERE id = :id AND state = 'failed' FOR UPDATE", ['id' => $id]);
            if (null === $row) {
                return false;
            }
            $this->db->execute(
                "UPDATE outbox SET state = 'waiting', attempts = 0, available_at = :now, sealed = :sealed WHERE id = :id",
                ['id' => $id, 'now' => $this->clock->now(), 'sealed' => $this->secrets->anew($row->strOrNull('sealed'))],
            );

            return true;
        });
    }

    /** @return int how many were still waiting and now never go */
    public function drop(string $keyPrefix): int
    {
        return $this->db->execute("UPDATE outbox SET state = 'dropped', sealed = NULL WHERE state = 'waiting' AND starts_with(key, :key)", ['key' => $keyPrefix]);
    }
}
