<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** One clause of a rule, such as "pay over the band, by per cent, is above 0". */
final readonly class ApprovalCondition
{
    /** What a clause can ask, and of which kind the answer is. Amounts are whole euro of a full-time year, so that one rule serves all currencies. */
    public const FACTS = ['over_band' => 'number', 'over_band_percent' => 'number', 'over_plan' => 'number', 'positions' => 'number', 'top_euro' => 'number', 'months' => 'number', 'employment' => 'choice', 'country' => 'choice', 'remote' => 'choice', 'without_profile' => 'flag'];
    public const OPERATORS = ['number' => ['above', 'at_least', 'below', 'at_most'], 'choice' => ['is', 'is_not'], 'flag' => ['is']];

    public function __construct(public string $fact, public string $operator, public int|string $value)
    {
    }

    /** @param array<string, int|string|null> $facts what is not known makes no clause true */
    public function holds(array $facts): bool
    {
        $fact = $facts[$this->fact] ?? null;

        return null !== $fact && match ($this->operator) {
            'above' => $fact > $this->value, 'at_least' => $fact >= $this->value, 'below' => $fact < $this->value, 'at_most' => $fact <= $this->value,
            'is' => (string) $fact === (string) $this->value, 'is_not' => (string) $fact !== (string) $this->value, default => false,
        };
    }

    public function isSound(): bool
    {
        $kind = self::FACTS[$this->fact] ?? null;

        return null !== $kind && \in_array($this->operator, self::OPERATORS[$kind], true) && ('number' !== $kind || \is_int($this->value));
    }
}
