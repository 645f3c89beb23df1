<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** One school, with what was learned there. */
final readonly class Education
{
    /** @param list<int> $lines */
    public function __construct(public string $school, public string $degree, public ?string $level, public string $field, public ?Period $period, public Sure $sure, public array $lines)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['school' => $this->school, 'degree' => $this->degree, 'level' => $this->level, 'field' => $this->field, 'from' => null === $this->period || $this->period->from === $this->period->to ? null : Period::written($this->period->from, $this->period->wholeYears), 'to' => null === $this->period || $this->period->ongoing ? null : Period::written($this->period->to ?? $this->period->from, $this->period->wholeYears), 'ongoing' => $this->period->ongoing ?? false, 'sure' => $this->sure->value, 'passage' => $this->period->passage ?? '', 'lines' => $this->lines];
    }
}
