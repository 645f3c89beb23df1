<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;

/** People whom not everyone with the right role may see. */
interface Mask
{
    public function hides(Account $account, int $candidate): bool;

    /**
     * @param list<int>|null $only whom of these; null for all
     *
     * @return list<int> those hidden from the account
     */
    public function hidden(Account $account, ?array $only = null): array;
}
