<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** Who has answered the questions of requisitions, told by the module that has the answers. */
interface AnswersGiven
{
    /** Whether anyone has answered that version of a requisition's questions. */
    public function has(int $requisition, int $version): bool;

    /** How many people have applied. */
    public function people(int $requisition): int;

    /** @return list<int> of those who have applied, lowest first */
    public function scores(int $requisition, int $most): array;
}
