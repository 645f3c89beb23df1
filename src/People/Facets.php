<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\Sets;
use Jorvent\Platform\Database\Db;

/** The titles and employers that most people of a set have, counted as the criterion that stands for them counts. How common a value is anywhere, which tells when no other can be among the first, is up to ten minutes old; the counts themselves are of now. */
final readonly class Facets
{
    /** Up to so many people are read one by one. Above, common values are counted, and the rare ones in groups: nobody in a group has more people than all of it together, so most groups are never opened. */
    private const READ = 500;
    /** Groups are about as common as the so many-th value. */
    private const COMMON = 40;
    private const GROUP = 256;
    private const KINDS = ['title' => 't', 'employer' => 'e'];

    public function __construct(private Sets $sets, private Db $db)
    {
    }

    /**
     * @param int $limit up to so many people are read one by one
     *
     * @return array{title: array<string, int>, employer: array<string, int>} people by value, most first
     */
    public function of(\GMP $people, int $most = 8, int $limit = self::READ): array
    {
        $total = gmp_popcount($people);
        $read = $total <= $limit ? $this->read(Bits::ids($people)) : null;
        $facets = ['title' => [], 'employer' => []];
        foreach (self::KINDS as $kind => $letter) {
            $facets[$kind] = null === $read ? $this->counted($people, $letter, $most) : $this->exact($people, $letter, array_map(strval(...), array_keys($read[$letter] ?? [])), $most);
        }

        return $facets;
    }

    /**
     * Whole titles and employers of some people.
     *
     * @param list<int> $ids
     *
     * @return array<string, array<string, int>> people by letter and value, most first
     */
    private function read(array $ids): array
    {
        $found = [];
        foreach ([] === $ids ? [] : $this->db->rows("SELECT encode(facts, 'base64') AS facts FROM candidate_words WHERE candidate_id = ANY (CAST(:ids AS int[]))", ['ids' => '{'.implode(',', $ids).'}']) as $row) {
            preg_match_all('/^whole:([te]):([^|]+\|.*)$/m', (string) gzinflate((string) base64_decode($row->str('facts'), true)), $m, \PREG_SET_ORDER);
            foreach ($m as [, $letter, $value]) {
                $found[$letter][$value] = ($found[$letter][$value] ?? 0) + 1;
            }
        }

        return array_map(static function (array $values): array {
            arsort($values);

            return $values;
        }, $found);
    }

    /** @return array<string, int> */
    private function counted(\GMP $people, string $letter, int $most): array
    {
        $values = $this->values($letter);
        [$common, $groups] = self::grouped($values);
        $counts = $this->counts($people, $letter, $common);
        $least = static function () use (&$counts, $most): int {
            arsort($counts);

            return array_values($counts)[$most - 1] ?? 0;
        };
        $limit = $least();
        $together = array_map(static fn (\GMP $set): int => gmp_popcount(gmp_and($people, $set)), $this->sets->of(array_map(static fn (array $g): Expr => new Join(array_map(static fn (string $v): Expr => new Leaf("v:$letter:".explode('|', $v)[0]), $g)), $groups)));
        arsort($together);
        foreach ($together as $i => $n) {
            if ($n <= $limit) {
                break;
            }
            $counts += $this->counts($people, $letter, $groups[$i]);
            $limit = $least();
        }

        return self::shown($counts, $most);
    }

    /**
     * Common values, and the rest in groups of some that are about equally common. Who stands in which group changes only where a value becomes twice as common, or half.
     *
     * @param array<array-key, int> $values people by value, most first
     *
     * @return array{list<string>, list<non-empty-list<string>>}
     */
    private static function grouped(array $values): array
    {
        $level = static fn (int $n): int => (int) floor(log(max(1, $n), 2));
        $top = $level(array_values($values)[self::COMMON - 1] ?? 1);
        $common = $rare = $groups = [];
        foreach ($values as $value => $n) {
            $at = $level($n);
            $at >= $top ? $common[] = (string) $value : $rare[$at][] = (string) $value;
        }
        foreach ($rare as $at => $some) {
            sort($some);
            array_push($groups, ...array_chunk($some, max(1, min(self::GROUP, 1 << $top - $at))));
        }

        return [$common, $groups];
    }

    /**
     * @param list<string> $values the most common first
     *
     * @return array<string, int>
     */
    private function exact(\GMP $people, string $letter, array $values, int $most): array
    {
        $counts = $this->counts($people, $letter, \array_slice($values, 0, 4 * $most));
        arsort($counts);

        return self::shown($counts, $most);
    }

    /**
     * @param list<string> $values "folded|as written"
     *
     * @return array<string, int> by value; those written in several ways once
     */
    private function counts(\GMP $people, string $letter, array $values): array
    {
        $by = [];
        foreach ($values as $value) {
            $by[explode('|', $value)[0]] ??= $value;
        }
        $folded = array_map(strval(...), array_keys($by));
        $counts = [];
        foreach ($this->sets->of(array_map(static fn (string $v): Expr => new Leaf("v:$letter:$v"), $folded)) as $i => $set) {
            $counts[$by[$folded[$i]]] = gmp_popcount(gmp_and($people, $set));
        }

        return $counts;
    }

    /**
     * @param array<string, int> $counts by "folded|as written", most first
     *
     * @return array<string, int> by how it is written
     */
    private static function shown(array $counts, int $most): array
    {
        $shown = [];
        foreach (\array_slice(array_filter($counts, static fn (int $n): bool => $n > 0), 0, $most, true) as $value => $n) {
            $shown[explode('|', (string) $value, 2)[1] ?? (string) $value] = $n;
        }

        return $shown;
    }

    /** @return array<array-key, int> everyone who could be counted under a value, by value, most first; kept for some minutes */
    private function values(string $letter): array
    {
        $kept = \function_exists('apcu_enabled') && apcu_enabled() ? apcu_fetch('facet:'.$letter) : false;
        if (\is_array($kept)) {
            return array_filter($kept, is_int(...));
        }
        $values = [];
        foreach ($this->db->rows("SELECT w.key, sum(v.n) AS n FROM (SELECT DISTINCT key FROM post WHERE key >= :a AND key < :b AND n > 0) w JOIN post v ON v.key = :to || split_part(substr(w.key, 9), '|', 1) GROUP BY w.key ORDER BY 2 DESC, 1", ['a' => "whole:$letter:", 'b' => "whole:$letter;", 'to' => "v:$letter:"]) as $row) {
            $values[substr($row->str('key'), 8)] = $row->int('n');
        }
        if (\function_exists('apcu_enabled') && apcu_enabled()) {
            apcu_store('facet:'.$letter, $values, 600);
        }

        return $values;
    }
}
