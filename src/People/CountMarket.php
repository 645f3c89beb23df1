<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Search\Index\Compile;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\People\Store\Sets;
use Jorvent\Requisitions\CountsPeople;

/** Counts the market beside a brief, the same figures as Core\Market defines. */
final readonly class CountMarket implements CountsPeople
{
    public function __construct(private Sets $sets, private SearchCandidates $search)
    {
    }

    public function market(array $criteria): Market
    {
        $sets = $this->sets->of([new Leaf('all'), ...array_map(static fn (Criterion $c): Expr => null === $c->node ? Numbers::atLeast('years', $c->years, Numbers::BITS['years']) : Compile::node($c->node), $criteria)]);
        $everyone = $sets[0];
        $sets = \array_slice($sets, 1);
        $people = $everyone;
        foreach ($sets as $set) {
            $people = gmp_and($people, $set);
        }
        $without = [];
        foreach ($sets as $i => $set) {
            $others = $everyone;
            foreach ($sets as $j => $other) {
                $others = $i === $j ? $others : gmp_and($others, $other);
            }
            $without[] = gmp_popcount(gmp_xor($others, gmp_and($others, $set)));
        }
        $by = ['at' => [], 'wants' => [], 'earns' => []];
        $names = gmp_sign($people) > 0 ? array_merge(...array_map(fn (string $name): array => $this->sets->keys($name.':'), array_keys($by))) : [];
        foreach ($this->sets->of(array_map(static fn (string $key): Expr => new Leaf($key), $names)) as $i => $set) {
            [$name, $value] = explode(':', $names[$i], 2);
            $count = gmp_popcount(gmp_and($people, $set));
            if ($count > 0) {
                $by[$name][$value] = $count;
            }
        }

        return new Market(gmp_popcount($people), gmp_popcount($everyone), $without, Market::sorted(self::named($by['at'])), self::columns($by['wants']), self::columns($by['earns']));
    }

    public function totals(array $searches): array
    {
        return $this->search->totals($searches);
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return array<string, int>
     */
    private static function named(array $counts): array
    {
        return array_combine(array_map(strval(...), array_keys($counts)), $counts);
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return array<int, int>
     */
    private static function columns(array $counts): array
    {
        $columns = array_combine(array_map(intval(...), array_keys($counts)), $counts);
        ksort($columns);

        return $columns;
    }
}
