<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** Who has answered the questions of requisitions, told by the module that has the answers. */
interface AnswersGiven
{
    /** Whether anyone has answered that version of a requisition's questions. */
    public function has(int $requisition, int $version): bool;
}
