<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Federation\Translation;
use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market as Counted;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Core\Reporting\TimeToFill;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Reference\Read\RateQuery;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Entity\OutsideCount;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/**
 * The market beside a brief: own candidates counted as it is written; outside databases only when asked; how long such
 * roles took, and so how likely the day is.
 */
final readonly class Market
{
    /** The resume database that is asked; where it is not set up, the first there is. */
    private const ASKED = 'crewfold';
    private const HISTORY = '-3 years';

    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private CountsPeople $people,
        private SignedHires $hires,
        private ResumeBanks $banks,
        private ProfileQuery $profiles,
        private RateQuery $rates,
        private ClockInterface $clock,
    ) {
    }

    public function beside(Requisition $requisition): MarketBeside
    {
        $brief = $requisition->brief();
        $criteria = self::criteria($brief);
        $counted = $this->people->market($criteria);
        $history = $this->history($requisition);
        $spread = Spread::of(array_column($history, 'days'));
        $until = $this->daysLeft($brief->time);
        $perEuro = $this->perEuro($brief->pay->currency);

        return new MarketBeside(
            counted: $counted,
            gains: self::gains($criteria, $counted),
            perEuro: $perEuro,
            reached: $this->reached($counted, $brief->pay, $perEuro),
            spread: $spread,
            until: $until,
            chance: null === $until ? null : TimeToFill::chance($spread, $until),
            backtest: TimeToFill::backtest($history),
            bank: $this->bank()->name(),
            outside: $this->outside($requisition),
            query: self::query($brief),
        );
    }

    /** Asks the outside database once, because someone wants to know. */
    public function askOutside(Requisition $requisition): void
    {
        $bank = $this->bank();
        $query = self::query($requisition->brief());
        $node = Translation::of((new Parser())->parse($query)->conjuncts(), $bank->abilities())->node;
        $count = $error = null;
        try {
            $count = $bank->search($node, [], 0)->count;
        } catch (NotNow|RefusedByThem $e) {
            $error = $e->getMessage();
        }
        $this->db->transaction(function () use ($requisition, $bank, $query, $count, $error): void {
            $answer = $this->outside($requisition) ?? new OutsideCount($requisition, $bank->key());
            $answer->answer($query, $count, $error, $this->clock->now());
            $this->entities->persist($answer);
        });
    }

    private function outside(Requisition $requisition): ?OutsideCount
    {
        return $this->entities->find(OutsideCount::class, [
            'requisition' => $requisition->id, 'bank' => $this->bank()->key(),
        ]);
    }

    /** @return list<Criterion> each must, then the years */
    private static function criteria(Brief $brief): array
    {
        $criteria = array_map(Criterion::skill(...), $brief->wants->musts);
        $years = $brief->wants->yearsFrom ?? 0;
        if ($years > 0) {
            $criteria[] = Criterion::years($years);
        }

        return array_values(array_filter($criteria, static fn (?Criterion $c): bool => null !== $c));
    }

    /**
     * @param list<Criterion> $criteria
     *
     * @return list<MarketGain> the greatest first
     */
    private static function gains(array $criteria, Counted $counted): array
    {
        $gains = [];
        foreach ($criteria as $i => $criterion) {
            $gains[] = new MarketGain($criterion->text, 'years' === $criterion->kind, $counted->without[$i]);
        }
        usort($gains, static fn (MarketGain $a, MarketGain $b): int => $b->people <=> $a->people);

        return $gains;
    }

    private static function query(Brief $brief): string
    {
        $quoted = array_map(
            static fn (string $must): string => '"'.str_replace('"', '', $must).'"',
            $brief->wants->musts,
        );

        return implode(' AND ', $quoted);
    }

    private function bank(): ResumeBank
    {
        return $this->banks->get(self::ASKED) ?? array_values($this->banks->all)[0];
    }

    private function perEuro(string $currency): ?float
    {
        $rate = 'EUR' === $currency ? ExchangeRate::SCALE : $this->rates->of($currency)?->perEuro;

        return null === $rate ? null : $rate / ExchangeRate::SCALE;
    }

    /** @return array{named: int, reached: int, median: int|null}|null */
    private function reached(Counted $counted, Pay $pay, ?float $perEuro): ?array
    {
        $top = $pay->yearTo();

        return null === $top || null === $perEuro
            ? null
            : Counted::reached($counted->expect, (int) round($top->units() / $perEuro));
    }

    /** Days from opening to the day someone should have signed. */
    private function daysLeft(Time $time): ?int
    {
        $opened = ($time->openedOn ?? $this->clock->now())->setTime(0, 0);

        return null === $time->targetOn ? null : max(0, (int) $opened->diff($time->targetOn)->format('%r%a'));
    }

    /** @return list<array{month: string, days: int}> signed hires of the same job family */
    private function history(Requisition $requisition): array
    {
        $profile = $requisition->origin->profileId;
        $family = null === $profile ? null : $this->profiles->head($profile)?->content->family;
        $since = $this->clock->now()->modify(self::HISTORY);

        return null === $family ? [] : $this->hires->daysOfFamily($family, $requisition->id, $since);
    }
}
