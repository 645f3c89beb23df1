<?php

declare(strict_types=1);

namespace Jorvent\People\Found;

use Jorvent\Core\Shared\Refusal;

/** What is decided about people who were found for a requisition, told and done by the module that has the pipeline. */
interface FoundPeopleKept
{
    /**
     * What stands against keeping people.
     *
     * @param list<int> $candidates
     *
     * @return array<int, list<Refusal>> by candidate; who is gone is not there
     */
    public function blockers(int $requisition, array $candidates): array;

    /**
     * @param string $ref   an own candidate's number, or "BANK:REF" for someone in an outside database
     * @param bool   $meant kept although they were closed out lately
     */
    public function keep(int $requisition, string $ref, int $by, bool $meant): void;

    /**
     * @param list<string> $refs as keep() takes them
     *
     * @return array{kept: int, left: array<string, list<string>>} how many were kept; names of those left out, by the code of the first reason
     */
    public function keepMany(int $requisition, array $refs, int $by): array;

    /** @param list<int> $candidates not for this requisition */
    public function setAside(int $requisition, array $candidates, int $by): void;
}
