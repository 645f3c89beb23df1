<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** One part of the brief (a, b, c ...) and how a person answers it. $weight is its share of the score before normalising. */
final readonly class FitPart
{
    public function __construct(public string $letter, public string $kind, public string $wanted, public int $weight, public Coverage $coverage)
    {
    }

    /** @return array{letter: string, kind: string, wanted: string, weight: int, coverage: string} */
    public function toArray(): array
    {
        return ['letter' => $this->letter, 'kind' => $this->kind, 'wanted' => $this->wanted, 'weight' => $this->weight, 'coverage' => $this->coverage->value];
    }
}
