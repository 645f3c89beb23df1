<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\Questionnaire;

/** Screening questions that can be written: those of a requisition, or the ones a role profile begins with. */
interface QuestionSet
{
    public function questions(): Questionnaire;

    public function version(): int;

    /** Whether people may be answering right now: then a new question is written first and asked when it is ready. */
    public function isUnderWay(): bool;

    /** @param callable(list<Question>): list<Question> $change run under a lock */
    public function change(callable $change): void;
}
