<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/** A score with what made it. */
final readonly class Score
{
    /** @param list<ScoreLine> $lines */
    public function __construct(public ?int $value, public bool $complete, public array $lines)
    {
    }

    /** @return list<Question> the knock-outs that fail */
    public function failed(): array
    {
        return array_values(array_map(static fn (ScoreLine $l): Question => $l->question, array_filter($this->lines, static fn (ScoreLine $l): bool => $l->fails)));
    }
}
