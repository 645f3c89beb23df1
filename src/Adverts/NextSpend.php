<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\Read\RunQuery;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\AdvertYield;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Adverts\RuleResult;
use Jorvent\Core\Adverts\Spending;
use Jorvent\Core\Shared\Money;
use Jorvent\Outside\Boards\Board;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/**
 * Where the next sum for an opening would bring most: runs that can be bought, what each should bring by what such runs
 * brought before, and the best division.
 */
final readonly class NextSpend
{
    private const DAYS = 30;
    private const KEPT_SECONDS = 3600;

    public function __construct(private RunQuery $query, private Costs $costs, private CacheInterface $cache)
    {
    }

    /**
     * @param array<string, Board>                     $boards
     * @param array<string, array<string, RuleResult>> $checks   by board; a board whose rules fail offers nothing
     * @param list<PostingRow>                         $postings of this requisition
     * @param float                                    $sum      in euro
     *
     * @return SpendAdvice|null null when there are too few earlier runs to say
     */
    public function of(Advert $advert, array $boards, array $checks, array $postings, float $sum): ?SpendAdvice
    {
        $learned = $this->learned();
        if (null === $learned->yield) {
            return null;
        }
        $offers = [];
        foreach ($boards as $key => $board) {
            if (self::canBeBought($board, $checks[$key] ?? [])) {
                $stands = self::stands($key, $advert->locale, $postings);
                $offers[] = $this->offer($board, $stands, $learned, $learned->yield);
            }
        }
        $offers = array_values(array_filter($offers));
        usort($offers, static fn (SpendOffer $a, SpendOffer $b): int => $b->expected->mean <=> $a->expected->mean);
        $best = Spending::best(array_map(static fn (SpendOffer $o): array => $o->weighed(), $offers), $sum);

        return new SpendAdvice($offers, $best, $learned->yield->runs, $learned->visits, $learned->tried);
    }

    /** @param array<string, RuleResult> $checks how long it is to run can be chosen, so that rule may fail */
    private static function canBeBought(Board $board, array $checks): bool
    {
        $failing = array_filter($checks, static fn (RuleResult $r): bool => $r->fails() && 'run' !== $r->rule);

        return 'own' !== $board->shape && PriceKind::Free !== $board->price->kind && [] === $failing;
    }

    /** @param list<PostingRow> $postings */
    private static function stands(string $board, string $locale, array $postings): bool
    {
        foreach ($postings as $posting) {
            if ($posting->place->key === $board && $posting->terms->locale === $locale && $posting->isOn()) {
                return true;
            }
        }

        return false;
    }

    private function offer(Board $board, bool $stands, Learned $learned, AdvertYield $yield): ?SpendOffer
    {
        $price = $board->price;
        $days = min($price->days ?? self::DAYS, $board->rules->maxDays ?? self::DAYS);
        $cost = self::cost($board, $days, $learned);
        $euro = null === $cost ? null : $this->costs->euro($cost);
        // a month's fee is paid already: there is nothing to buy where it stands
        if (null === $euro || (PriceKind::Subscription === $price->kind && $stands)) {
            return null;
        }

        return new SpendOffer(
            key: $board->key,
            name: $board->name,
            cost: $euro->minor / 100,
            expected: $yield->expect($board->key, $days, $stands),
            days: $days,
            renewed: $stands,
        );
    }

    private static function cost(Board $board, int $days, Learned $learned): ?Money
    {
        [$visits, $finished] = $learned->daily[$board->key] ?? [0.0, 0.0];
        $times = match ($board->price->kind) {
            PriceKind::Posting => 1,
            PriceKind::Click => (int) round($visits * $days),
            PriceKind::Application => (int) round($finished * $days),
            // the month's fee is paid already, so one more there costs nothing
            PriceKind::Subscription, PriceKind::Free => 0,
        };

        return $board->price->amount?->times($times);
    }

    /** Learned anew when there is a posting or an application more, at least every hour. */
    private function learned(): Learned
    {
        return $this->cache->get('next-spend-'.$this->query->stamp(), function (ItemInterface $item): Learned {
            $item->expiresAfter(self::KEPT_SECONDS);
            $runs = $this->query->runs();

            return new Learned(
                AdvertYield::learn($runs), $this->query->daily(), $this->query->visits(), AdvertYield::backtest($runs),
            );
        });
    }
}
