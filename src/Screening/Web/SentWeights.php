<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Core\Shared\Refused;

/** Weights as they are typed, and what is to be done with them. */
final readonly class SentWeights
{
    /** The weights of all questions together. */
    private const FULL = 100;

    /**
     * @param array<string, string> $weight by question
     * @param array<string, string> $locked boxes that are sent when they are ticked, by question
     * @param string                $then   keep, spread, or shift:QUESTION:POINTS
     * @param string                $q      the question that is open
     */
    public function __construct(
        public array $weight = [],
        public array $locked = [],
        public string $then = 'keep',
        public string $q = '',
    ) {
    }

    /**
     * What is no number is refused, never taken for zero.
     *
     * @return array<string, int> by question
     *
     * @throws Refused at the question
     */
    public function weights(): array
    {
        $weights = [];
        foreach ($this->weight as $question => $typed) {
            if (1 !== preg_match('/^\d{1,3}$/D', trim($typed)) || (int) $typed > self::FULL) {
                throw Refused::because('weight_out_of_range', 'questions.'.$question);
            }
            $weights[$question] = (int) $typed;
        }

        return $weights;
    }

    /** @return array<string, bool> by question */
    public function locked(): array
    {
        return array_map(static fn (): bool => true, $this->locked);
    }

    public function isSpread(): bool
    {
        return 'spread' === $this->then;
    }

    /** @return array{string, int}|null the question whose edge is moved, and by how much */
    public function shift(): ?array
    {
        return 1 === preg_match('/^shift:(\w+):(-?\d{1,2})$/D', $this->then, $m) ? [$m[1], (int) $m[2]] : null;
    }
}
