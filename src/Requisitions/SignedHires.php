<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** Who signed for requisitions, told and undone by the module that makes offers. */
interface SignedHires
{
    /** Someone who signed does not come. */
    public function fallThrough(int $requisition, int $hire, string $reason): void;

    /**
     * How long positions of a job family took to be signed.
     *
     * @param int $but a requisition that does not count
     *
     * @return list<array{month: string, days: int}> oldest first; month as "2026-03", days since the position opened
     */
    public function daysOfFamily(int $family, int $but, \DateTimeImmutable $since): array;
}
