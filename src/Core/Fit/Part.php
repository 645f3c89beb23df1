<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/**
 * One part of the brief (a, b, c ...) and how a person answers it: its share of the score in thousandths, the value from 0 to 1 (null: not known), and why, as a code with what it needs to be said:
 * months and last month of use, the job it is from (its place in Profile::$stints), km, years, euro, days.
 */
final readonly class Part
{
    /** @param array<string, int> $why */
    public function __construct(public string $letter, public string $kind, public string $wanted, public int $weight, public ?float $value, public string $reason = '', public array $why = [])
    {
    }

    public function coverage(): Coverage
    {
        return Coverage::of($this->value);
    }

    /** What weights are kept under: the same part of the same brief. */
    public static function key(string $kind, string $text): string
    {
        return \in_array($kind, ['must', 'wish'], true) ? "$kind:$text" : $kind;
    }

    /** @return array{letter: string, kind: string, wanted: string, weight: int, coverage: string, value: float|null, reason: string, why: array<string, int>} */
    public function toArray(): array
    {
        return ['letter' => $this->letter, 'kind' => $this->kind, 'wanted' => $this->wanted, 'weight' => $this->weight, 'coverage' => $this->coverage()->value, 'value' => null === $this->value ? null : round($this->value, 3), 'reason' => $this->reason, 'why' => $this->why];
    }
}
