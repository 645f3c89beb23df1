<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Decision;

/** What an approver answers: a decision, or a question before it. */
final class DecideInput
{
    public ?ApproverAnswer $answer = null;
    public ?string $note = null;
    /** @var list<string> of the brief, to be changed */
    public array $field = [];

    /** Null for a question. */
    public function decision(): ?Decision
    {
        $answer = $this->answer ?? throw Refused::because('not_offered');

        return Decision::tryFrom($answer->value);
    }
}
