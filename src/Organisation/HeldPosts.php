<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\HeldWork;
use Jorvent\Accounts\SignIn\DecidesSomething;
use Jorvent\Platform\Database\Db;

/** Posts that someone holds: whoever holds one decides, and hands it over when they leave. */
final readonly class HeldPosts implements HeldWork, DecidesSomething
{
    public function __construct(private Db $db)
    {
    }

    public function of(int $account): array
    {
        return ['posts' => $this->db->int('SELECT count(*) FROM post_holder WHERE account_id = :id', ['id' => $account])];
    }

    public function handOver(int $from, int $to): void
    {
        $this->db->execute('UPDATE post_holder SET account_id = :to WHERE account_id = :from', ['from' => $from, 'to' => $to]);
    }

    public function decides(int $account): bool
    {
        return 0 !== $this->of($account)['posts'];
    }
}
