<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Index\Digit;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Meet;
use Jorvent\Core\Search\Index\Minus;
use Jorvent\Core\Search\Index\Points;
use Jorvent\Core\Search\Index\Said;
use Jorvent\Core\Search\Profile;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Turns sets told by keys into sets of people. Everything one search needs is loaded at once; phrases without a key of their own are checked person by person. */
final class Sets
{
    public function __construct(private readonly Leaves $leaves, private readonly Runs $runs, private readonly Db $db)
    {
    }

    /**
     * @param list<Expr> $expressions
     *
     * @return list<\GMP> in their order; within everyone
     */
    public function of(array $expressions): array
    {
        return $this->each($expressions, static fn (\GMP $set): \GMP => $set);
    }

    /**
     * How many of some people are in each of many sets.
     *
     * @param list<Expr> $expressions
     *
     * @return list<int>
     */
    public function counts(\GMP $people, array $expressions): array
    {
        return $this->each($expressions, static fn (\GMP $set): int => gmp_popcount(gmp_and($people, $set)));
    }

    /**
     * What is wanted of each of many sets, which are not held all at once.
     *
     * @template T
     *
     * @param list<Expr>         $expressions
     * @param callable(\GMP): T $give
     *
     * @return list<T>
     */
    public function each(array $expressions, callable $give): array
    {
        $keys = $rows = $prints = $needs = [];
        $memo = [];
        foreach ($expressions as $i => $expression) {
            $of = ['all' => true];
            $rows[$i] = [];
            self::gather($expression, $of, $rows[$i]);
            $keys[$i] = $of;
            $prints[$i] = md5(self::said($expression, $memo));
        }
        $asked = array_replace(...array_values($rows), ...[[]]);
        $run = $this->runs->known(array_values($asked));
        $unknown = array_diff_key($asked, $run);
        foreach ($rows as $i => $some) {
            $beginnings = [];
            $texts = false;
            foreach ($some as $key => $row) {
                if (isset($run[$key])) {
                    $keys[$i][(string) $key] = true;
                    continue;
                }
                $last = \count($row->terms) - 1;
                $texts = $texts || $last > 0;
                foreach ($row->terms as $t => $term) {
                    if ($row->prefix && $t === $last) {
                        $beginnings[] = Runs::word($row, $term);
                    } else {
                        $keys[$i][Runs::word($row, $term)] = true;
                    }
                }
            }
            $needs[$i] = new Needs(array_map(strval(...), array_keys($keys[$i])), $beginnings, $texts);
        }

        return $this->leaves->derived($prints, $needs, function (array $wanted, array $sets) use ($expressions, $rows, $unknown): array {
            $needed = array_intersect_key($unknown, array_replace([], ...array_values(array_intersect_key($rows, array_flip($wanted)))));
            foreach ($this->runs->find($needed, $sets) as $key => $set) {
                $sets[(string) $key] = $set;
            }
            $memo = $found = [];
            foreach ($wanted as $i) {
                $found[$i] = self::set($expressions[$i], $sets, $memo);
            }

            return $found;
        }, $give);
    }

    /**
     * How many jobs, studies and certificates have to be looked through: nobody has more.
     *
     * @return array{j: int, e: int, c: int}
     */
    public function slots(): array
    {
        $found = [];
        $keys = [];
        foreach (['j' => Profile::STINTS, 'e' => Profile::STUDIES, 'c' => Profile::LICENCES] as $letter => $most) {
            for ($i = 0; $i < $most; ++$i) {
                $keys[] = $letter.$i;
            }
        }
        foreach ($this->db->planned('SELECT k.key FROM json_array_elements_text(CAST(:keys AS json)) k (key) WHERE EXISTS (SELECT 1 FROM post p WHERE p.key = k.key AND p.n > 0)', ['keys' => json_encode($keys, \JSON_THROW_ON_ERROR)]) as $row) {
            $key = $row->str('key');
            $found[$key[0]] = max($found[$key[0]] ?? 0, (int) substr($key, 1) + 1);
        }

        return ['j' => $found['j'] ?? 0, 'e' => $found['e'] ?? 0, 'c' => $found['c'] ?? 0];
    }

    /** @return list<string> keys that begin so, of which someone stands under */
    public function keys(string $beginning): array
    {
        return array_map(static fn (Record $r): string => $r->str('key'), $this->db->rows(
            'WITH RECURSIVE k AS ((SELECT key FROM post WHERE key >= :a AND key < :b ORDER BY key LIMIT 1) UNION ALL SELECT (SELECT p.key FROM post p WHERE p.key > k.key AND p.key < :b ORDER BY p.key LIMIT 1) FROM k WHERE k.key IS NOT NULL)
             SELECT key FROM k WHERE key IS NOT NULL', ['a' => $beginning, 'b' => $beginning."\u{10FFFF}"]));
    }

    /**
     * @param array<string, true>      $keys added to
     * @param array<array-key, Row>    $rows added to, by key
     */
    private static function gather(Expr $expression, array &$keys, array &$rows): void
    {
        if ($expression instanceof Leaf) {
            $keys[$expression->key] = true;
        } elseif ($expression instanceof Said) {
            $rows[Runs::key($expression->row)] = $expression->row;
        } elseif ($expression instanceof Minus) {
            self::gather($expression->of, $keys, $rows);
        } elseif ($expression instanceof Digit) {
            foreach ($expression->points->of as $one) {
                self::gather($one, $keys, $rows);
            }
        } elseif ($expression instanceof Meet || $expression instanceof Join) {
            foreach ($expression->of as $one) {
                self::gather($one, $keys, $rows);
            }
        }
    }

    /**
     * The same text for the same set.
     *
     * @param array<int, string> $memo
     */
    private static function said(Expr $expression, array &$memo): string
    {
        if ($expression instanceof Leaf) {
            return $expression->key;
        }
        $id = spl_object_id($expression);

        return $memo[$id] ??= match (true) {
            $expression instanceof Said => Runs::key($expression->row),
            $expression instanceof Minus => '-('.self::said($expression->of, $memo).')',
            $expression instanceof Digit => '+'.$expression->place.self::saidOf($expression->points, $memo),
            $expression instanceof Meet => '&'.self::all($expression->of, $memo),
            $expression instanceof Join => '|'.self::all($expression->of, $memo),
            default => throw new \LogicException('An unknown set.'),
        };
    }

    /** @param array<int, string> $memo */
    private static function saidOf(Points $points, array &$memo): string
    {
        return $memo[spl_object_id($points)] ??= md5(implode(',', $points->points).self::all($points->of, $memo));
    }

    /**
     * @param list<Expr>         $expressions
     * @param array<int, string> $memo
     */
    private static function all(array $expressions, array &$memo): string
    {
        $said = '';
        foreach ($expressions as $one) {
            $said .= self::said($one, $memo)."\n";
        }

        return md5($said);
    }

    /**
     * @param array<string, \GMP> $sets by key
     * @param array<int, \GMP|list<\GMP>> $memo by expression, for some stand in several rows; by points their digits
     */
    private static function set(Expr $expression, array $sets, array &$memo): \GMP
    {
        // whoever stands under a key stands under "all" too, besides those keys the database itself keeps up
        if ($expression instanceof Leaf) {
            return 1 === preg_match(Postings::LIVE, $expression->key) ? gmp_and($sets[$expression->key], $sets['all']) : $sets[$expression->key];
        }
        if ($expression instanceof Said) {
            return $sets[Runs::key($expression->row)];
        }
        $id = spl_object_id($expression);
        $known = $memo[$id] ?? null;
        if ($known instanceof \GMP) {
            return $known;
        }
        if ($expression instanceof Digit) {
            $digits = $memo[spl_object_id($expression->points)] ??= self::added($expression->points, $sets, $memo);

            return \is_array($digits) ? $digits[$expression->place] ?? gmp_init(0) : $digits;
        }
        if ($expression instanceof Minus) {
            return $memo[$id] = gmp_xor($sets['all'], self::set($expression->of, $sets, $memo));
        }
        $nothing = gmp_init(0);
        if ($expression instanceof Join) {
            $set = $nothing;
            foreach ($expression->of as $one) {
                $other = self::set($one, $sets, $memo);
                $set = 0 === gmp_sign($set) ? $other : (0 === gmp_sign($other) ? $set : gmp_or($set, $other));
            }

            return $memo[$id] = $set;
        }
        $set = null;
        foreach ($expression instanceof Meet ? $expression->of : [] as $one) {
            $other = self::set($one, $sets, $memo);
            $set = null === $set ? $other : gmp_and($set, $other);
            // what nobody is in stays empty
            if (0 === gmp_sign($set)) {
                break;
            }
        }

        return $memo[$id] = $set ?? $sets['all'];
    }

    /**
     * Adds bit by bit, with carry, for everyone at once.
     *
     * @param array<string, \GMP>            $sets
     * @param array<int, \GMP|list<\GMP>> $memo
     *
     * @return list<\GMP> digits of the sums, the lowest first
     */
    private static function added(Points $points, array $sets, array &$memo): array
    {
        $digits = array_map(static fn (): \GMP => gmp_init(0), $points->digits());
        foreach ($points->of as $i => $one) {
            $set = self::set($one, $sets, $memo);
            for ($place = 0, $p = $points->points[$i]; $p > 0; ++$place, $p >>= 1) {
                $carry = 0 === ($p & 1) ? gmp_init(0) : $set;
                for ($at = $place; 0 !== gmp_sign($carry); ++$at) {
                    $digit = $digits[$at] ?? gmp_init(0);
                    $digits[$at] = gmp_xor($digit, $carry);
                    $carry = gmp_and($digit, $carry);
                }
            }
        }

        return array_values($digits);
    }
}
