<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** One period of work. */
final readonly class Spell
{
    /** @param list<int> $lines numbers of the lines it was read from */
    public function __construct(public string $title, public string $employer, public string $place, public Period $period, public string $text, public Sure $sure, public array $lines)
    {
    }

    public function with(string $employer, string $place): self
    {
        return new self($this->title, $employer, '' === $this->place ? $place : $this->place, $this->period, $this->text, $this->sure->and(Sure::Likely), $this->lines);
    }

    /** @return array<string, mixed> */
    public function toArray(int $now): array
    {
        return ['title' => $this->title, 'employer' => $this->employer, 'place' => $this->place, 'from' => Period::written($this->period->from, $this->period->wholeYears), 'to' => $this->period->ongoing ? null : Period::written($this->period->to, $this->period->wholeYears), 'ongoing' => $this->period->ongoing, 'months' => $this->period->months($now), 'text' => $this->text, 'sure' => $this->sure->value, 'passage' => $this->period->passage, 'lines' => $this->lines];
    }
}
