<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

use Jorvent\Core\Shared\Money;

/** A pay band: yearly base pay from bottom to top. */
final readonly class Band
{
    public function __construct(public Money $bottom, public Money $top)
    {
        if ($bottom->compare($top) >= 0 || !$bottom->isPositive()) {
            throw new \LogicException('A band runs from a positive amount to a higher one.');
        }
    }

    /** Half way, rounded half away from zero. */
    public function midpoint(): Money
    {
        return $this->bottom->plus($this->top)->times(1, 2);
    }

    /** Range penetration in whole per cent: 0 at the bottom, 100 at the top (WorldatWork: (pay − bottom) / (top − bottom)). May lie outside. */
    public function position(Money $pay): int
    {
        return (int) round(100 * $pay->minus($this->bottom)->minor / $this->top->minus($this->bottom)->minor);
    }

    /** Compa-ratio in hundredths (WorldatWork: pay / midpoint): 690 000 to a midpoint of 690 000 is 100. */
    public function compaRatio(Money $pay): int
    {
        return $pay->times(100, $this->midpoint()->minor)->minor;
    }

    public function holds(Money $pay): bool
    {
        return $pay->compare($this->bottom) >= 0 && $pay->compare($this->top) <= 0;
    }
}
