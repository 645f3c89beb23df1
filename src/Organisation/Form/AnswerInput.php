<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

/** An admin's answer to a question about a unit. */
final class AnswerInput
{
    public ?string $answer = null;

    public function __construct(public ?string $question = null)
    {
    }
}
