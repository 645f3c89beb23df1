<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Market\Market as Counted;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Requisitions\Entity\OutsideCount;

/** What the market looks like for one brief. */
final readonly class MarketBeside
{
    /**
     * @param list<MarketGain>                                                           $gains    the greatest first
     * @param float|null                                                                 $perEuro  units of the brief's currency
     * @param array{named: int, reached: int, median: int|null}|null                     $reached  by the top of the pay range
     * @param Spread|null                                                                $spread   days that such positions took
     * @param int|null                                                                   $until    days there are
     * @param array{chance: int, low: int, high: int, of: int, within: int}|null         $chance   as TimeToFill::chance()
     * @param array{tried: int, inside: int, expected: int}|null                         $backtest as TimeToFill::backtest()
     * @param string                                                                     $bank     the resume database outside
     * @param string                                                                     $query    what it would be asked now
     */
    public function __construct(
        public Counted $counted,
        public array $gains,
        public ?float $perEuro,
        public ?array $reached,
        public ?Spread $spread,
        public ?int $until,
        public ?array $chance,
        public ?array $backtest,
        public string $bank,
        public ?OutsideCount $outside,
        public string $query,
    ) {
    }

    /** People that the longest of the bars stands for. */
    public function scale(): int
    {
        return $this->counted->total + ($this->gains[0]->people ?? 0);
    }

    /** Width of a column of pay, in the brief's currency. */
    public function step(): float
    {
        return Counted::STEP * ($this->perEuro ?? 1.0);
    }
}
