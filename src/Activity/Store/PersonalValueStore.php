<?php

declare(strict_types=1);

namespace Jorvent\Activity\Store;

use Jorvent\Platform\Database\Db;

/** Keeps what is personal or free text apart from the rows that it belongs to, keyed by person, so that it can be emptied. */
final readonly class PersonalValueStore
{
    public function __construct(private Db $db)
    {
    }

    /**
     * @param non-empty-array<string, mixed> $content
     *
     * @return int its id
     */
    public function put(array $content, ?int $candidate, ?int $account): int
    {
        return $this->db->insert('personal_value', [
            'candidate_id' => $candidate, 'account_id' => $account, 'content' => $content,
        ]);
    }

    /** Addresses that failed sign-ins came from go after some time. */
    public function dropAddressesOfFailedSignIns(\DateTimeImmutable $before): void
    {
        $this->db->execute(
            "UPDATE personal_value v SET content = v.content - 'address' FROM activity a
             WHERE a.personal_id = v.id AND a.act = 'sign_in.failed' AND a.at < :before
                AND v.content ->> 'address' IS NOT NULL",
            ['before' => $before],
        );
    }
}
