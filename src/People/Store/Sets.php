<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Meet;
use Jorvent\Core\Search\Index\Minus;
use Jorvent\Core\Search\Index\Said;
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
        $keys = $rows = [];
        foreach ($expressions as $expression) {
            self::gather($expression, $keys, $rows);
        }
        $run = $this->runs->known(array_values($rows));
        foreach ($rows as $key => $row) {
            if (isset($run[$key])) {
                $keys[(string) $key] = true;
            } else {
                foreach ($row->terms as $i => $term) {
                    if (!$row->prefix || $i < \count($row->terms) - 1) {
                        $keys[Runs::word($row, $term)] = true;
                    }
                }
            }
        }
        $sets = $this->leaves->load(['all', ...array_map(strval(...), array_keys($keys))]);
        foreach ($this->runs->find(array_diff_key($rows, $run), $sets) as $key => $set) {
            $sets[(string) $key] = $set;
        }
        $memo = [];

        return array_map(static fn (Expr $e): \GMP => self::set($e, $sets, $memo), $expressions);
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
        } elseif ($expression instanceof Meet || $expression instanceof Join) {
            foreach ($expression->of as $one) {
                self::gather($one, $keys, $rows);
            }
        }
    }

    /**
     * @param array<string, \GMP> $sets by key
     * @param array<int, \GMP>    $memo by expression, for some stand in several rows
     */
    private static function set(Expr $expression, array $sets, array &$memo): \GMP
    {
        if ($expression instanceof Leaf) {
            return gmp_and($sets[$expression->key], $sets['all']);
        }
        if ($expression instanceof Said) {
            return gmp_and($sets[Runs::key($expression->row)], $sets['all']);
        }
        $id = spl_object_id($expression);
        if (isset($memo[$id])) {
            return $memo[$id];
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
        $set = $sets['all'];
        foreach ($expression instanceof Meet ? $expression->of : [] as $one) {
            // what nobody is in stays empty
            if (0 === gmp_sign($set)) {
                break;
            }
            $set = gmp_and($set, self::set($one, $sets, $memo));
        }

        return $memo[$id] = $set;
    }
}
