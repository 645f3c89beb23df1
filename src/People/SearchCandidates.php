<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Index\Compile;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Meet;
use Jorvent\Core\Search\Index\Minus;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Index\Points;
use Jorvent\Core\Search\Index\RowPlan;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Ladder;
use Jorvent\Core\Search\Rung;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\When;
use Jorvent\Core\Search\Widen;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\Sets;

/** Searches our own candidates; held equal to Judge in Core, person by person, by a property test. Every figure of the ladder comes from the same sets. */
final readonly class SearchCandidates
{
    /** What the whole brief is worth when some are chosen to be scored. */
    private const POINTS = 500;

    public function __construct(private Sets $sets, private SearchContext $contexts)
    {
    }

    /**
     * @param \GMP|null $reach who may be seen at all; null for everyone
     * @param list<Expr> $also  other sets wanted at the same moment
     * @param bool $deep whether figures of what a row is made of are wanted, its alternatives and its parts
     */
    public function __invoke(Search $search, ?\GMP $reach = null, ?\DateTimeImmutable $day = null, array $also = [], bool $deep = true): SearchResult
    {
        $started = hrtime(true);
        $context = $this->contexts->on($day);
        $parsed = $search->parsed();
        $rows = \array_slice([...$parsed->conjuncts(), ...$search->criteria], 0, Search::MOST);
        $compile = new Compile($context, $this->slots($rows));
        $plans = array_map(static fn (Node|Criterion $row): RowPlan => $deep ? $compile->row($row) : new RowPlan($compile->row($row)->all), $rows);
        $expressions = [new Leaf('all')];
        foreach ($plans as $plan) {
            array_push($expressions, $plan->all, ...$plan->alternatives, ...$plan->parts, ...null === $plan->loose ? [] : [$plan->loose]);
        }
        $sets = $this->sets->of([...$expressions, ...$also]);
        $everyone = $sets[0];
        $more = \array_slice($sets, \count($expressions));
        $sets = \array_slice($sets, 1, \count($expressions) - 1);
        if (null !== $reach) {
            $everyone = gmp_and($everyone, $reach);
            $sets = array_map(static fn (\GMP $s): \GMP => gmp_and($s, $everyone), $sets);
        }
        [$ladder, $people, $short, $counted] = self::ladder($plans, $sets, $everyone);

        return new SearchResult($parsed, $rows, $ladder, $people, $short, ($counted - $started) / 1e6, (hrtime(true) - $started) / 1e6, $more);
    }

    /**
     * For each row, how many more there would be one step wider; null where it has no steps.
     *
     * @return list<int|null>
     */
    public function wider(SearchResult $result, ?\DateTimeImmutable $day = null): array
    {
        $compile = new Compile($this->contexts->on($day), $this->slots($result->rows));
        $steps = array_map(static fn (Node|Criterion $r): ?Criterion => $r instanceof Criterion && !$r->out ? Widen::step($r) : null, $result->rows);
        $sets = $this->sets->of(array_values(array_map($compile->criterion(...), array_filter($steps, static fn (?Criterion $c): bool => null !== $c))));
        $gains = [];
        foreach ($steps as $i => $step) {
            // whoever passes all other rows: those found, and those who miss this one alone
            $gains[] = null === $step ? null : gmp_popcount(gmp_and($result->oneShort[$i], array_shift($sets) ?? gmp_init(0)));
        }

        return $gains;
    }

    /**
     * How many people each search finds.
     *
     * @param array<int, Search> $searches
     *
     * @return array<int, int> by their keys
     */
    public function totals(array $searches): array
    {
        $criteria = array_merge(...array_values(array_map(static fn (Search $s): array => $s->criteria, $searches)));
        // a query alone needs no rates and no towns
        $compile = [] === $criteria ? null : new Compile($this->contexts->on(), $this->slots($criteria));
        $sets = $this->sets->of(array_values(array_map(static fn (Search $s): Expr => new Meet([...array_map(Compile::node(...), $s->parsed()->conjuncts()), ...null === $compile ? [] : array_map($compile->criterion(...), $s->criteria)]), $searches)));

        return array_combine(array_keys($searches), array_map(gmp_popcount(...), $sets));
    }

    /** Everyone who was set aside for a requisition. */
    public static function aside(int $number): Expr
    {
        return new Leaf('aside:'.$number);
    }

    public function setAside(int $number): \GMP
    {
        return $this->sets->of([self::aside($number)])[0];
    }

    /**
     * So many of a set to be scored: those who meet most of what a brief asks for, each part by its weight; of equals the most lately active, and those of whom that is not known last. Points are added up for everyone, once for a brief: what is
     * found differs from search to search, the points do not.
     *
     * @return list<int>
     */
    public function strongest(\GMP $people, Wanted $wanted, Weights $weights, int $most): array
    {
        if (gmp_popcount($people) <= $most) {
            return Bits::ids($people);
        }
        $digits = $this->strong($wanted, $weights)->digits();
        $sets = $this->sets->of([...$digits, new Leaf('active'), ...array_map(static fn (int $i): Expr => new Leaf('active.'.$i), range(0, Numbers::BITS['active'] - 1))]);
        [$sure, $tied, $left] = self::top($people, \array_slice($sets, 0, \count($digits)), $most);

        return [...Bits::ids($sure), ...self::latest($tied, \array_slice($sets, \count($digits)), $left)];
    }

    /** What fit will give, as near as sets can tell: each part by its share, in steps; whoever does not tell of a part is given about what others have. */
    private function strong(Wanted $wanted, Weights $weights): Points
    {
        $compile = new Compile($this->contexts->on(), ['j' => 1, 'e' => 0, 'c' => 0]);
        $points = $of = [];
        foreach ($wanted->parts() as $i => ['kind' => $kind, 'text' => $text]) {
            $steps = match ($kind) {
                'must', 'wish' => self::skill($text),
                'title' => self::title($compile, $wanted->titles),
                'years' => [...array_map(static fn (int $n): array => [.25, $compile->criterion(new Criterion(Kind::Years, from: max(1, (int) ceil($n * ($wanted->yearsFrom ?? 1) / 4))))], [2, 3, 4]), [.25, new Leaf('years')], [.7, new Minus(new Leaf('years'))]],
                'place' => self::place($compile, $text),
                'notice' => [[.7, new Minus(new Leaf('notice'))], [.5, $compile->criterion(new Criterion(Kind::Notice, to: 30))], [.5, $compile->criterion(new Criterion(Kind::Notice, to: 90))]],
                default => [],
            };
            foreach ($steps as [$value, $set]) {
                $p = (int) round(self::POINTS * $weights->shares[$i] * $value);
                if ($p > 0) {
                    $points[] = $p;
                    $of[] = $set;
                }
            }
        }

        return new Points($points, $of);
    }

    /** @return list<array{float, Expr}> half for saying all of its words, the rest where they are said as a skill or in a title */
    private static function skill(string $text): array
    {
        $terms = array_values(array_unique((new Tokeniser())->row($text)));
        if ([] === $terms) {
            return [];
        }
        $said = static fn (string $field): All => new All(array_map(static fn (string $t): Row => new Row([$t], false, '', $field), $terms));

        return [[.5, Compile::node($said(''))], [.5, Compile::node(new Any([$said('skill'), $said('title')]))]];
    }

    /**
     * @param list<string> $titles
     *
     * @return list<array{float, Expr}>
     */
    private static function title(Compile $compile, array $titles): array
    {
        $work = array_values(array_unique(array_filter(array_map(static fn (string $t): ?string => Kinds::of($t, Kinds::WORK), $titles), is_string(...))));
        $held = new Criterion(Kind::Title, $titles);

        return [[.3, $compile->criterion($held)], [.4, $compile->criterion($held->with(['when' => When::Now]))], ...[] === $work ? [] : [[.3, $compile->criterion(new Criterion(Kind::Work, $work))]]];
    }

    /** @return list<array{float, Expr}> */
    private static function place(Compile $compile, string $site): array
    {
        $near = static fn (int $km, bool $moves = false): Expr => $compile->criterion(new Criterion(Kind::Place, [$site], km: $km, moves: $moves));

        return [[.4, $near(30)], [.4, $near(75, true)], [.2, $near(120)], [.3, new Minus(new Leaf('town'))]];
    }

    /**
     * The most lately active of a set; those of whom it is not known come last, the newest first.
     *
     * @param list<\GMP> $active those of whom it is known, and who has each bit of the day
     *
     * @return list<int>
     */
    private static function latest(\GMP $people, array $active, int $most): array
    {
        if (gmp_popcount($people) <= $most) {
            return Bits::ids($people);
        }
        $told = gmp_and($people, $active[0]);
        if (gmp_popcount($told) <= $most) {
            return [...Bits::ids($told), ...Bits::ids(gmp_xor($people, $told), $most - gmp_popcount($told))];
        }
        [$sure, $tied, $left] = self::top($told, \array_slice($active, 1), $most);

        return [...Bits::ids($sure), ...Bits::ids($tied, $left)];
    }

    /**
     * Those with the highest numbers.
     *
     * @param list<\GMP> $slices who has each bit of the number, the lowest first
     *
     * @return array{\GMP, \GMP, int} who is among them for sure, who shares the next number, and how many of these find room
     */
    private static function top(\GMP $people, array $slices, int $most): array
    {
        $sure = gmp_init(0);
        foreach (array_reverse($slices) as $slice) {
            $higher = gmp_and($people, $slice);
            $count = gmp_popcount($higher);
            if ($count > $most) {
                $people = $higher;
                continue;
            }
            $sure = gmp_or($sure, $higher);
            $most -= $count;
            $people = gmp_xor($people, $higher);
        }

        return [$sure, $people, $most];
    }

    /**
     * @param list<Node|Criterion> $rows
     *
     * @return array{j: int, e: int, c: int}
     */
    private function slots(array $rows): array
    {
        $tied = array_filter($rows, static fn (Node|Criterion $r): bool => $r instanceof Criterion && (\in_array($r->kind, [Kind::OneJob, Kind::OneStudy, Kind::Certificate], true) || $r->isBetween() || When::Ever !== $r->when));

        return [] === $tied ? ['j' => 0, 'e' => 0, 'c' => 0] : $this->sets->slots();
    }

    /**
     * @param list<RowPlan> $plans
     * @param list<\GMP>    $sets  of the plans' expressions, in their order
     *
     * @return array{Ladder, \GMP, list<\GMP>, int} the ladder, the people, those one short by row, and when the total was known (ns)
     */
    private static function ladder(array $plans, array $sets, \GMP $everyone): array
    {
        $n = \count($plans);
        $starts = [];
        $at = 0;
        foreach ($plans as $plan) {
            $starts[] = $at;
            $at += 1 + \count($plan->alternatives) + \count($plan->parts) + (null === $plan->loose ? 0 : 1);
        }
        $before = [$everyone];
        $after = array_fill(0, $n + 1, $everyone);
        foreach ($starts as $i => $start) {
            $before[] = gmp_and($before[$i], $sets[$start]);
        }
        for ($i = $n - 1; $i > 0; --$i) {
            $after[$i] = $i === $n - 1 ? $sets[$starts[$i]] : gmp_and($after[$i + 1], $sets[$starts[$i]]);
        }
        $people = $before[$n];
        $total = gmp_popcount($people);
        $counted = hrtime(true);
        $rungs = $short = [];
        foreach ($plans as $i => $plan) {
            $at = $starts[$i];
            $others = $i + 1 === $n ? $before[$i] : gmp_and($before[$i], $after[$i + 1]);
            $gain = static fn (\GMP $set): int => gmp_popcount(gmp_and($others, $set)) - $total;
            $missing = gmp_xor($others, $people);
            $short[] = $missing;
            $alternatives = \array_slice($sets, $at + 1, \count($plan->alternatives));
            $next = $at + 1 + \count($alternatives);
            $parts = array_map($gain, \array_slice($sets, $next, \count($plan->parts)));
            $loose = null === $plan->loose ? null : $gain($sets[$next + \count($parts)]);
            $rungs[] = new Rung(gmp_popcount($sets[$at]), gmp_popcount($before[$i + 1]), gmp_popcount($missing), self::adds($people, $alternatives), $parts, $loose);
        }

        return [Ladder::counted($rungs, $total, gmp_popcount($everyone)), $people, $short, $counted];
    }

    /**
     * @param list<\GMP> $alternatives
     *
     * @return list<int> for each, the people whom no other of them brings
     */
    private static function adds(\GMP $people, array $alternatives): array
    {
        $once = $twice = gmp_init(0);
        $here = array_map(static fn (\GMP $a): \GMP => gmp_and($a, $people), $alternatives);
        foreach ($here as $set) {
            $twice = gmp_or($twice, gmp_and($once, $set));
            $once = gmp_or($once, $set);
        }

        $one = gmp_xor($once, $twice);

        return array_map(static fn (\GMP $set): int => gmp_popcount(gmp_and($set, $one)), $here);
    }
}
