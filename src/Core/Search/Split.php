<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/**
 * How well having something divides people as being among the best does: information gain (Quinlan 1986), in bits. Example: of 100 people 25 are best; 30 have it, 20 of them best. Entropy before is H(.25) = .811; after, .3 H(2/3) + .7 H(5/70) =
 * .3 · .918 + .7 · .371 = .535; the gain is .276.
 */
final readonly class Split
{
    private function __construct(public float $gain, private int $all, private int $best, private int $with, private int $bestWith)
    {
    }

    /** Of all people how many are best, how many have it, and how many of these are best. */
    public static function of(int $all, int $best, int $with, int $bestWith): self
    {
        if ($all < 1 || $with > $all || $bestWith > min($best, $with)) {
            throw new \LogicException('Some are counted twice.');
        }
        $without = $all - $with;
        $gain = self::entropy($best, $all) - $with / $all * self::entropy($bestWith, $with) - $without / $all * self::entropy($best - $bestWith, $without);

        return new self(max(0.0, $gain), $all, $best, $with, $bestWith);
    }

    /** Leaves out more of the others than of the best, and keeps most of the best: worth asking for. */
    public function keepsTheBest(): bool
    {
        return self::couldKeepTheBest($this->best, $this->bestWith) && $this->gain >= .01 && $this->with < .8 * $this->all && $this->bestWith * $this->all > $this->with * $this->best;
    }

    /** Whether enough of the best have it, whoever else does. */
    public static function couldKeepTheBest(int $best, int $bestWith): bool
    {
        return 2 * $bestWith > $best;
    }

    /** Hundredths of the best that have it. */
    public function best(): int
    {
        return 0 === $this->best ? 0 : (int) round(100 * $this->bestWith / $this->best);
    }

    private static function entropy(int $some, int $all): float
    {
        if (0 === $some || $some === $all) {
            return 0.0;
        }
        $p = $some / $all;

        return -$p * log($p, 2) - (1 - $p) * log(1 - $p, 2);
    }
}
