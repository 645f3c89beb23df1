<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\Read\AdvertRow;
use Jorvent\Adverts\Read\AnalysisQuery;
use Jorvent\Core\Adverts\Attribution;

/** What the adverts begun in a time brought, and what that cost: from the visit to the hire. */
final readonly class Analysis
{
    public const STEPS = ['visits', 'started', 'finished', 'qualified', 'interviewed', 'hired'];
    /** Adverts that cost so many euro without one qualified applicant are called out. */
    public const WASTE = 100.0;

    public function __construct(private AnalysisQuery $query, private Costs $costs)
    {
    }

    public function of(
        Account $for,
        AnalysisBy $by,
        \DateTimeImmutable $from,
        \DateTimeImmutable $to,
        Attribution $attribution,
    ): Analysed {
        $adverts = $this->query->begun($for, $from, $to);
        $ids = array_map(static fn (AdvertRow $advert): int => $advert->id, $adverts);
        $credits = $this->query->credits($ids, $attribution);
        $costs = $this->costs($adverts);
        $groups = [];
        foreach ($adverts as $advert) {
            $groups[$by->group($advert)[0]][] = $advert;
        }
        $lines = array_map(
            static fn (array $group): AnalysisLine => self::line($by->group($group[0]), $group, $credits, $costs),
            array_values($groups),
        );
        usort($lines, AnalysisBy::Month === $by ? self::byKey(...) : self::byYield(...));

        return new Analysed($lines, $credits->remembered, $credits->applications);
    }

    /** @return list<AdvertRow> live adverts of someone's own requisitions that cost something and bring nothing */
    public function wasted(int $recruiter): array
    {
        $adverts = $this->query->unanswered($recruiter);
        $costs = $this->costs($adverts);

        return array_values(array_filter(
            $adverts,
            static fn (AdvertRow $advert): bool => ($costs[$advert->id]?->euro() ?? 0.0) >= self::WASTE,
        ));
    }

    /**
     * @param array{string, string}          $group   its key and name
     * @param non-empty-list<AdvertRow>      $adverts
     * @param array<int, Cost|null> $costs   by posting
     */
    private static function line(array $group, array $adverts, Credits $credits, array $costs): AnalysisLine
    {
        $counts = array_fill_keys(self::STEPS, 0.0);
        $cost = null;
        foreach ($adverts as $advert) {
            $counts['visits'] += $advert->usage->visits;
            $counts['started'] += $advert->started;
            foreach ($credits->of($advert->id) as $step => $share) {
                $counts[$step] += $share;
            }
            $known = $costs[$advert->id] ?? null;
            $cost = null === $known ? $cost : ($cost ?? 0.0) + $known->euro();
        }

        return new AnalysisLine($group[0], $group[1], \count($adverts), $counts, $cost);
    }

    /**
     * @param list<AdvertRow> $adverts
     *
     * @return array<int, Cost|null> by posting
     */
    private function costs(array $adverts): array
    {
        return $this->costs->of(array_map(static fn (AdvertRow $advert): Usage => $advert->usage, $adverts));
    }

    private static function byKey(AnalysisLine $a, AnalysisLine $b): int
    {
        return $a->key <=> $b->key;
    }

    /** Whatever brought most comes first. */
    private static function byYield(AnalysisLine $a, AnalysisLine $b): int
    {
        return [$b->counts['qualified'], $b->counts['visits'], $a->label]
            <=> [$a->counts['qualified'], $a->counts['visits'], $b->label];
    }
}
