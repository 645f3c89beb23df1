<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Pay\Frequency;

/** What a search is held against besides people: the day it is of, the rates of that day, where towns are, how people answer. */
final readonly class Context
{
    /** In months. */
    private const CENTURY = 1200;

    /** Hours of a full-time year: 37.5 a week. */
    public const HOURS = 1950;

    /** @param array<string, int> $perEuro millionths by currency (Core\Pay\ExchangeRate) */
    public function __construct(public \DateTimeImmutable $day, public array $perEuro, public Gazetteer $gazetteer, public AnswerChance $chance)
    {
    }

    public function month(): int
    {
        return 12 * (int) $this->day->format('Y') + (int) $this->day->format('n') - 1;
    }

    /** The beginning of that day; a century at the most, before which nobody did anything. */
    public function monthsAgo(int $months): \DateTimeImmutable
    {
        return $this->day->setTime(0, 0)->modify('-'.min(self::CENTURY, $months).' months');
    }

    /** @return int|null the whole units of another currency that a year's amount comes to, rounded down; null when there is no rate */
    public function in(string $other, int $amount, string $currency, Frequency $frequency): ?int
    {
        $year = $amount * match ($frequency) {
            Frequency::Hour => self::HOURS,
            Frequency::Month => 12,
            Frequency::Year => 1,
        };
        if ($other === $currency) {
            return $year;
        }
        $from = $this->perEuro[$currency] ?? null;
        $to = $this->perEuro[$other] ?? null;

        return null === $from || null === $to ? null : (int) floor(min(1e15, $year * ($to / $from)));
    }
}
