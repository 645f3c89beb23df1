<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Split;
use Jorvent\Core\Search\When;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\Runs;
use Jorvent\People\Store\Sets;
use Jorvent\Platform\Database\Db;

/** Ways out of a search that finds too few or too many: words that stand for one another or go together, each with exactly whom it would bring; and words that divide those found as fit does. */
final readonly class Suggest
{
    /** Of a row so many are shown; so many are tried. */
    private const SHOWN = 3;
    private const TRIED = 12;
    /** From so many found on, something to narrow by is offered. */
    public const MANY = 100;
    private const SKILLS = 60;
    private const TITLES = 25;
    private const SECONDS = 600;

    public function __construct(private Db $db, private Sets $sets, private Runs $runs, private Thesaurus $thesaurus)
    {
    }

    /**
     * Alternatives for the rows of a search that would bring someone.
     *
     * @return list<array{row: int, term: string, gain: int, curated: bool}> row from 0; the most first
     */
    public function widen(SearchResult $result): array
    {
        $asked = [];
        foreach ($result->rows as $i => $row) {
            $asked[$i] = self::terms($row);
        }
        $all = array_merge(...$asked);
        $known = $this->thesaurus->near($all);
        $tried = [];
        foreach ($asked as $i => $terms) {
            $of = [];
            foreach ($terms as $term) {
                foreach ($known[$term] ?? [] as $near) {
                    // what another row asks for already is no way out of this one
                    if (!\in_array(self::folded($near['term']), $all, true)) {
                        $of[self::folded($near['term'])] ??= ['row' => $i] + $near;
                    }
                }
            }
            array_push($tried, ...array_values(\array_slice($of, 0, self::TRIED)));
        }
        $found = [];
        foreach ($this->brings($result, $tried) as $n => $gain) {
            if (null !== $gain && $gain > 0) {
                $found[] = $tried[$n] + ['gain' => $gain];
            }
        }
        usort($found, static fn (array $a, array $b): int => [$b['curated'], $b['gain'], $a['term']] <=> [$a['curated'], $a['gain'], $b['term']]);
        $shown = [];
        $found = array_values(array_filter($found, static function (array $f) use (&$shown): bool {
            return ($shown[$f['row']] = ($shown[$f['row']] ?? 0) + 1) <= self::SHOWN;
        }));
        usort($found, static fn (array $a, array $b): int => [$b['gain'], $a['row'], $a['term']] <=> [$a['gain'], $b['row'], $b['term']]);

        return $found;
    }

    /**
     * Skills and titles that keep the best of those scored and leave out the others.
     *
     * @return list<array{kind: 'skill'|'title', term: string, left: int, best: int}> how many would be left, and how many hundredths of the best quarter
     */
    public function narrow(SearchResult $result, Ranking $ranking): array
    {
        if ($result->ladder->total < self::MANY || \count($ranking->ids) < self::MANY) {
            return [];
        }
        $best = Bits::of(\array_slice($ranking->ids, 0, intdiv(\count($ranking->ids), 4)));
        $scored = Bits::of($ranking->ids);
        $terms = $this->common();
        [$all, $quarter] = [gmp_popcount($scored), gmp_popcount($best)];
        $splits = $this->sets->each(array_map(static fn (array $t): Expr => new Leaf($t[2]), $terms), static function (\GMP $set) use ($scored, $best, $all, $quarter): ?Split {
            $kept = gmp_popcount(gmp_and($best, $set));
            // most terms keep too few to be looked at further
            $split = Split::couldKeepTheBest($quarter, $kept) ? Split::of($all, $quarter, gmp_popcount(gmp_and($scored, $set)), $kept) : null;

            return true === $split?->keepsTheBest() ? $split : null;
        });
        $splits = array_filter($splits, static fn (?Split $s): bool => null !== $s);
        uasort($splits, static fn (Split $a, Split $b): int => $b->gain <=> $a->gain);
        $found = [];
        $sets = $this->sets->of(array_map(static fn (int $i): Expr => new Leaf($terms[$i][2]), \array_slice(array_keys($splits), 0, 4)));
        foreach (\array_slice(array_keys($splits), 0, 4) as $n => $i) {
            $left = gmp_popcount(gmp_and($result->people, $sets[$n]));
            if ($left < $result->ladder->total) {
                $found[] = ['kind' => $terms[$i][0], 'term' => $terms[$i][1], 'left' => $left, 'best' => $splits[$i]->best()];
            }
        }

        return $found;
    }

    /** The search with one more alternative in a row. */
    public static function with(SearchResult $result, Search $search, int $row, string $term): Search
    {
        $node = $result->rows[$row];
        if ($node instanceof Criterion) {
            $at = $row - (\count($result->rows) - \count($search->criteria));

            return new Search($search->text, array_values(array_replace($search->criteria, [$at => $node->with(['values' => [...$node->values, $term]])])));
        }
        $conjuncts = $result->query->conjuncts();
        $terms = (new Tokeniser())->row($term);
        if ([] !== $terms) {
            $conjuncts[$row] = new Any([...$node instanceof Any && '' === $node->written ? $node->nodes : [$node], new Row($terms)]);
        }

        return new Search(SearchRows::query(array_values($conjuncts)), $search->criteria);
    }

    /**
     * The search with one row more.
     *
     * @param 'skill'|'title' $kind
     */
    public static function and(SearchResult $result, Search $search, string $kind, string $term): Search
    {
        $terms = (new Tokeniser())->row($term);

        return 'title' === $kind || [] === $terms ? new Search($search->text, [...$search->criteria, new Criterion(Kind::Title, [$term])]) : new Search(SearchRows::query([...$result->query->conjuncts(), new Row($terms, false, '', 'skill')]), $search->criteria);
    }

    /** @return list<string> what a row looks for, folded; nothing where it leaves out */
    private static function terms(Node|Criterion $row): array
    {
        if ($row instanceof Criterion) {
            return $row->out || !\in_array($row->kind, [Kind::Title, Kind::Certificate, Kind::Field], true) ? [] : array_map(self::folded(...), $row->values);
        }
        $rows = $row instanceof Any ? $row->nodes : [$row];

        return array_values(array_map(static fn (Node $n): string => $n instanceof Row ? implode(' ', $n->terms) : '', array_filter($rows, static fn (Node $n): bool => $n instanceof Row && !$n->prefix && \in_array($n->field, ['', 'skill', 'title'], true))));
    }

    private static function folded(string $term): string
    {
        return implode(' ', (new Tokeniser())->row($term));
    }

    /**
     * How many of those who miss only its row each term would let through; null where that can not be told quickly.
     *
     * @param list<array{row: int, term: string, curated: bool}> $tried
     *
     * @return array<int, int|null>
     */
    private function brings(SearchResult $result, array $tried): array
    {
        $gains = $said = $keys = [];
        foreach ($tried as $n => ['row' => $i, 'term' => $term]) {
            $row = $result->rows[$i];
            $terms = (new Tokeniser())->row($term);
            $gains[$n] = null;
            if ([] === $terms || 0 === gmp_sign($result->oneShort[$i])) {
                continue;
            }
            if ($row instanceof Node) {
                $said[$n] = [new Row($terms), $result->oneShort[$i]];
            } elseif (Kind::Certificate !== $row->kind && !$row->isBetween() && When::Ever === $row->when) {
                // one that is tied to a time is asked again when it is taken
                $keys[$n] = new Leaf((Kind::Title === $row->kind ? 'v:t:' : 'ed:d:').implode(' ', $terms));
            }
        }
        $sets = [] === $keys ? [] : array_combine(array_keys($keys), $this->sets->of(array_values($keys)));
        foreach ($sets as $n => $set) {
            $gains[$n] = gmp_popcount(gmp_and($result->oneShort[$tried[$n]['row']], $set));
        }

        return array_replace($gains, [] === $said ? [] : $this->runs->among($said));
    }

    /** @return list<array{'skill'|'title', string, string}> kind, as it is written, and key of the most common skills and titles; up to ten minutes old */
    private function common(): array
    {
        $kept = \function_exists('apcu_enabled') && apcu_enabled() ? apcu_fetch('facet:common') : false;
        if (\is_array($kept)) {
            /** @var list<array{'skill'|'title', string, string}> $kept */
            return $kept;
        }
        $found = [];
        foreach ([['skill', 'f:skill:', 8, self::SKILLS], ['title', 'v:t:', 4, self::TITLES]] as [$kind, $prefix, $cut, $most]) {
            foreach ($this->db->rows('SELECT key FROM post WHERE key >= :a AND key < :b GROUP BY key HAVING sum(n) > 0 AND length(key) > :short ORDER BY sum(n) DESC, key LIMIT '.$most, ['a' => $prefix, 'b' => substr($prefix, 0, -1).';', 'short' => $cut + 2]) as $row) {
                $found[] = [$kind, substr($row->str('key'), $cut), $row->str('key')];
            }
        }
        if (\function_exists('apcu_enabled') && apcu_enabled()) {
            apcu_store('facet:common', $found, self::SECONDS);
        }

        return $found;
    }
}
