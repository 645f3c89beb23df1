<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/**
 * On what terms pay is stated: by the hour, the month or the year; paid 12, 13 or 14 times a year; for a full-time week of so many hours; for a share of full time.
 * Stated amounts are always those of full time. A year has 52 weeks, as in collective agreements (37.5 h × 52 = 1950 h). Every conversion is one division, rounded half away from zero.
 */
final readonly class PayTerms
{
    public const WEEKS = 52;

    /**
     * @param int $hours of a full-time week, in hundredths: 3750 is 37.5 h
     * @param int $share per cent of full time
     */
    public function __construct(public Frequency $frequency = Frequency::Year, public int $pays = 12, public int $hours = 3750, public int $share = 100)
    {
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        return array_values(array_filter([
            $this->pays < 12 || $this->pays > 14 ? new Refusal('pays', 'pays_out_of_range') : null,
            $this->hours < 100 || $this->hours > 6000 ? new Refusal('hours', 'hours_out_of_range') : null,
            $this->share < 1 || $this->share > 100 ? new Refusal('share', 'share_out_of_range') : null,
        ]));
    }

    /** A stated amount as a full-time year: NOK 300 an hour at 37.5 h is NOK 585 000; EUR 2 500 a month paid 14 times is EUR 35 000. */
    public function yearly(Money $stated): Money
    {
        [$numerator, $denominator] = $this->factor();

        return $stated->times($numerator, $denominator);
    }

    /** A full-time year as an amount on these terms. */
    public function stated(Money $yearly): Money
    {
        [$numerator, $denominator] = $this->factor();

        return $yearly->times($denominator, $numerator);
    }

    /** An amount stated on these terms, stated on others; through the exact fraction, so that it is rounded once only. */
    public function restate(Money $stated, self $on): Money
    {
        [$a, $b] = $this->factor();
        [$c, $d] = $on->factor();

        return $stated->times($a * $d, $b * $c);
    }

    /** What a full-time amount is at the share worked. */
    public function atShare(Money $fullTime): Money
    {
        return $fullTime->times($this->share, 100);
    }

    /** @return array{int, int} a stated amount times this fraction is the full-time year */
    private function factor(): array
    {
        return match ($this->frequency) {
            Frequency::Year => [1, 1],
            Frequency::Month => [$this->pays, 1],
            Frequency::Hour => [$this->hours * self::WEEKS, 100],
        };
    }
}
