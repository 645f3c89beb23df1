<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Workflow\ApprovalCondition;

/** One clause of an approval rule, as typed; without a fact it is none. */
final class ClauseInput
{
    public ?string $fact = null;
    public ?string $operator = null;
    public ?string $value = null;

    public static function of(ApprovalCondition $condition): self
    {
        $input = new self();
        [$input->fact, $input->operator] = [$condition->fact, $condition->operator];
        $input->value = (string) $condition->value;

        return $input;
    }

    /** What is typed as a number is one. The operators offered are those of numbers; for the rest "is" and "is not" are left. */
    public function condition(): ApprovalCondition
    {
        $typed = trim($this->value ?? '');
        if ('number' !== (ApprovalCondition::FACTS[$this->fact] ?? null)) {
            return new ApprovalCondition((string) $this->fact, 'is_not' === $this->operator ? 'is_not' : 'is', $typed);
        }
        $digits = (string) preg_replace('/\s/u', '', $typed);
        $value = 1 === preg_match('/^-?\d{1,9}$/D', $digits) ? (int) $digits : $typed;

        return new ApprovalCondition((string) $this->fact, $this->operator ?? '', $value);
    }
}
