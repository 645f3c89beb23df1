<?php

declare(strict_types=1);

namespace Jorvent\Core\Market;

/**
 * How many people answer all requirements of a brief, which one costs most, where they are and what they earn and expect. This is the definition; the database counts the same figures.
 */
final readonly class Market
{
    /** Whole euro to a column of the distribution. */
    public const STEP = 2500;
    public const COLUMNS = 64;

    /**
     * @param list<int>          $without how many more there would be without each criterion, in their order
     * @param array<string, int> $towns   people by town, most first
     * @param array<int, int>    $expect  people by column of expected pay; column k holds k·STEP up to, not including, (k+1)·STEP
     * @param array<int, int>    $earn    the same for current pay
     */
    public function __construct(public int $total, public int $population, public array $without, public array $towns, public array $expect, public array $earn)
    {
    }

    /**
     * @param list<MarketPerson> $people
     * @param list<Criterion>    $criteria
     */
    public static function of(array $people, array $criteria): self
    {
        $without = array_fill(0, \count($criteria), 0);
        $total = 0;
        $towns = $expect = $earn = [];
        foreach ($people as $person) {
            $missed = array_keys(array_filter($criteria, static fn (Criterion $c): bool => !$c->holds($person)));
            if (1 === \count($missed)) {
                ++$without[$missed[0]];
            }
            if ([] !== $missed) {
                continue;
            }
            ++$total;
            if (null !== $person->town) {
                $towns[$person->town] = ($towns[$person->town] ?? 0) + 1;
            }
            if (null !== $person->expects) {
                $expect[self::column($person->expects)] = ($expect[self::column($person->expects)] ?? 0) + 1;
            }
            if (null !== $person->earns) {
                $earn[self::column($person->earns)] = ($earn[self::column($person->earns)] ?? 0) + 1;
            }
        }

        return new self($total, \count($people), array_values($without), self::sorted($towns), self::byColumn($expect), self::byColumn($earn));
    }

    public static function column(int $euro): int
    {
        return max(0, min(self::COLUMNS - 1, intdiv($euro, self::STEP)));
    }

    /**
     * How many named a figure, and how many of them a range reaches; the lower edge of a column decides.
     *
     * @param array<int, int> $columns
     *
     * @return array{named: int, reached: int, median: int|null} median as the middle of its column, whole euro
     */
    public static function reached(array $columns, int $topEuro): array
    {
        ksort($columns);
        $named = array_sum($columns);
        $reached = $sum = 0;
        $median = null;
        foreach ($columns as $column => $people) {
            $reached += $column * self::STEP <= $topEuro ? $people : 0;
            $sum += $people;
            if (null === $median && 2 * $sum >= $named) {
                $median = $column * self::STEP + intdiv(self::STEP, 2);
            }
        }

        return ['named' => $named, 'reached' => $reached, 'median' => $median];
    }

    /**
     * @param array<string, int> $towns
     *
     * @return array<string, int>
     */
    public static function sorted(array $towns): array
    {
        uksort($towns, static fn (string $a, string $b): int => [$towns[$b], $a] <=> [$towns[$a], $b]);

        return $towns;
    }

    /**
     * @param array<int, int> $columns
     *
     * @return array<int, int>
     */
    private static function byColumn(array $columns): array
    {
        ksort($columns);

        return $columns;
    }
}
