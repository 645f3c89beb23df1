<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

/** An outside database of resumes, searched with our query line over its own wire. */
interface ResumeBank
{
    public function key(): string;

    public function name(): string;

    /** @throws \Jorvent\Platform\Outbox\NotNow|\Jorvent\Platform\Outbox\RefusedByThem */
    public function search(string $query, int $limit): BankAnswer;

    /** @throws \Jorvent\Platform\Outbox\NotNow|\Jorvent\Platform\Outbox\RefusedByThem */
    public function fetch(string $ref): BankPerson;
}
