<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/**
 * The yield ladder: what each criterion costs. Defined over sets of people; the database counts the same figures.
 *
 * For row i of n: alone = people who pass it; left = people who pass rows 1 to i; without = how many more pass all other rows.
 * The "without" figures add up to one short, the people who miss exactly one row.
 */
final readonly class Ladder
{
    /** @param list<Rung> $rungs */
    private function __construct(public array $rungs, public int $total, public int $population, public int $oneShort)
    {
    }

    /**
     * @param list<list<bool>>       $rows         one list per person: which rows that person passes
     * @param list<list<list<bool>>> $alternatives per person, per row: which of the row's alternatives that person passes (an empty list where the row has none)
     */
    public static function ofPeople(int $rowCount, array $rows, array $alternatives = []): self
    {
        $alone = $left = $without = array_fill(0, $rowCount, 0);
        $adds = [];
        $total = 0;
        foreach ($rows as $person => $passes) {
            $missed = array_keys($passes, false, true);
            foreach ($passes as $i => $pass) {
                $alone[$i] += $pass ? 1 : 0;
                $left[$i] += [] === $missed || $missed[0] > $i ? 1 : 0;
            }
            if (1 === \count($missed)) {
                ++$without[$missed[0]];
            }
            if ([] !== $missed) {
                continue;
            }
            ++$total;
            foreach ($alternatives[$person] ?? [] as $i => $hits) {
                $only = array_keys($hits, true, true);
                if (1 === \count($only)) {
                    $adds[$i][$only[0]] = ($adds[$i][$only[0]] ?? 0) + 1;
                }
            }
        }
        $rungs = [];
        for ($i = 0; $i < $rowCount; ++$i) {
            $count = \count($alternatives[0][$i] ?? []);
            $rungs[] = new Rung($alone[$i], $left[$i], $without[$i], array_map(static fn (int $a): int => $adds[$i][$a] ?? 0, 0 === $count ? [] : range(0, $count - 1)));
        }

        return new self($rungs, $total, \count($rows), array_sum($without));
    }

    /** @param list<Rung> $rungs counted elsewhere */
    public static function counted(array $rungs, int $total, int $population): self
    {
        return new self($rungs, $total, $population, array_sum(array_map(static fn (Rung $r): int => $r->without, $rungs)));
    }

    /**
     * Of people who were counted in parts, each of them in one: all figures add up.
     *
     * @param non-empty-list<self> $parts
     */
    public static function sum(array $parts): self
    {
        $rungs = array_map(static fn (int $i): Rung => Rung::sum(array_map(static fn (self $l): Rung => $l->rungs[$i], $parts)), array_keys($parts[0]->rungs));

        return self::counted($rungs, array_sum(array_column($parts, 'total')), array_sum(array_column($parts, 'population')));
    }
}
