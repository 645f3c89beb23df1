<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Reference\Read\RateQuery;
use Psr\Clock\ClockInterface;

/** What postings cost: what was entered or imported, else what the board's price makes of what was used. All in euro, at the newest rates, so that boards compare. */
final class Costs
{
    public const CURRENCY = 'EUR';

    /** @var array<string, ExchangeRate>|null */
    private ?array $rates = null;

    public function __construct(private readonly Db $db, private readonly ClockInterface $clock, private readonly RateQuery $newest)
    {
    }

    /**
     * @param list<Record> $postings with id, board, price, runs, visits, applied, and spent (a list of amount and currency, or null)
     *
     * @return array<int, array{cost: Money, entered: bool}|null> by posting, in euro; null when nothing is known of its cost
     */
    public function of(array $postings): array
    {
        $this->rates = null;
        $shares = null;
        $costs = [];
        foreach ($postings as $posting) {
            $id = $posting->int('id');
            $spent = $posting->objects('spent');
            if ([] !== $spent) {
                $sum = new Money(0, self::CURRENCY);
                foreach ($spent as $one) {
                    $sum = \is_int($one['amount'] ?? null) && \is_string($one['currency'] ?? null) ? $sum->plus($this->euro(new Money($one['amount'], $one['currency'])) ?? new Money(0, self::CURRENCY)) : $sum;
                }
                $costs[$id] = ['cost' => $sum, 'entered' => true];
                continue;
            }
            $price = Price::fromArray($posting->json('price'));
            if (PriceKind::Subscription === $price->kind) {
                $shares ??= $this->shares();
            }
            $begun = null !== $posting->instantOrNull('live_at');
            $cost = $begun ? $price->cost($posting->int('runs'), $posting->int('visits'), $posting->int('applied'), $shares[$id] ?? 0) : null;
            $euro = PriceKind::Free === $price->kind ? new Money(0, self::CURRENCY) : (null === $cost ? null : $this->euro($cost));
            $costs[$id] = null === $euro ? null : ['cost' => $euro, 'entered' => false];
        }

        return $costs;
    }

    public function now(): \DateTimeImmutable
    {
        return $this->clock->now();
    }

    public function euro(Money $money): ?Money
    {
        if (self::CURRENCY === $money->currency) {
            return $money;
        }
        $this->rates ??= $this->newest->newest();
        $rate = $this->rates[$money->currency] ?? null;
        if (null === $rate) {
            return null;
        }

        return ExchangeRate::convert($money, $rate, new ExchangeRate(self::CURRENCY, $rate->day, ExchangeRate::SCALE));
    }

    /** @return array<int, int> thousandths of a month's fee by posting: each month of a subscription is shared out among the days that adverts stood there */
    private function shares(): array
    {
        $shares = [];
        foreach ($this->db->rows(
            "WITH stood AS (SELECT p.id, p.board, date_trunc('month', d) AS month, count(*) AS days FROM posting p JOIN board b ON b.key = p.board AND b.price ->> 'kind' = 'subscription', generate_series(p.live_at::date, least(coalesce(p.ended_at::date, :today), :today), interval '1 day') d WHERE p.live_at IS NOT NULL GROUP BY 1, 2, 3)
             SELECT id, round(1000 * sum(share)) AS share FROM (SELECT id, days / sum(days) OVER (PARTITION BY board, month) AS share FROM stood) x GROUP BY id", ['today' => $this->clock->now()->format('Y-m-d')]) as $row) {
            $shares[$row->int('id')] = $row->int('share');
        }

        return $shares;
    }
}
