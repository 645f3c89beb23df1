<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Core\Shared\Refused;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What one module knows of the work in someone's hands, and how it goes to another when they leave. */
#[AutoconfigureTag]
interface HeldWork
{
    /** @return array<string, int> how much, by its kind */
    public function of(int $account): array;

    /**
     * Within the transaction that lets them go.
     *
     * @throws Refused when the other cannot take all of it
     */
    public function handOver(int $from, int $to): void;
}
