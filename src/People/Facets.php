<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Keys;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Told;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\Sets;
use Jorvent\Platform\Database\Db;

/** The titles and employers that most people of a set have, counted as the criterion that stands for them counts. How common a value is anywhere, which tells when no other can be among the first, is up to ten minutes old; the counts themselves are of now. */
final readonly class Facets
{
    /** Up to so many people are read one by one. Above, common values are counted, and the rare ones in groups: nobody in a group has more people than all of it together, so most groups are never opened. */
    private const READ = 500;
    /** In groups of no more than so many values. */
    private const GROUP = 256;
    private const SECONDS = 600;
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
        if (gmp_popcount($people) > $limit) {
            return $this->counted($people, $most);
        }
        $read = $this->read(Bits::ids($people));
        $counts = $this->counts($people, array_map(static fn (string $letter): array => \array_slice(array_map(strval(...), array_keys($read[$letter] ?? [])), 0, 4 * $most), self::KINDS));

        return ['title' => self::shown($counts['title'] ?? [], $most), 'employer' => self::shown($counts['employer'] ?? [], $most)];
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
        foreach ([] === $ids ? [] : $this->db->planned("SELECT encode(told, 'base64') AS told FROM candidate_words WHERE candidate_id = ANY (CAST(:ids AS int[]))", ['ids' => '{'.implode(',', $ids).'}']) as $row) {
            $of = ['t' => [], 'e' => []];
            foreach (Told::held((string) base64_decode($row->str('told'), true)) as [$title, $employer]) {
                $of['t'][Keys::whole($title) ?? ''] = true;
                $of['e'][Keys::whole($employer) ?? ''] = true;
            }
            foreach ($of as $letter => $values) {
                foreach (array_keys(array_diff_key($values, ['' => true])) as $value) {
                    $found[$letter][$value] = ($found[$letter][$value] ?? 0) + 1;
                }
            }
        }

        return array_map(static function (array $values): array {
            arsort($values);

            return $values;
        }, $found);
    }

    /** @return array{title: array<string, int>, employer: array<string, int>} */
    private function counted(\GMP $people, int $most): array
    {
        $of = array_map(fn (string $letter): array => $this->groups($letter, $most), self::KINDS);
        $expressions = $found = [];
        foreach ($of as $kind => [$common, $groups]) {
            array_push($expressions, ...array_map(static fn (string $v): Expr => self::leaf($kind, $v), $common), ...array_map(static fn (array $g): Expr => new Join(array_map(static fn (string $v): Expr => self::leaf($kind, $v), $g)), $groups));
        }
        $sets = $this->sets->counts($people, $expressions);
        foreach ($of as $kind => [$common, $groups]) {
            $counts = array_combine($common, array_splice($sets, 0, \count($common)));
            $together = array_splice($sets, 0, \count($groups));
            arsort($counts);
            arsort($together);
            foreach ($together as $i => $n) {
                if ($n <= (array_values($counts)[$most - 1] ?? 0)) {
                    break;
                }
                $counts += $this->counts($people, [$kind => $groups[$i]])[$kind] ?? [];
                arsort($counts);
            }
            $found[$kind] = self::shown($counts, $most);
        }

        return ['title' => $found['title'] ?? [], 'employer' => $found['employer'] ?? []];
    }

    private static function leaf(string $kind, string $value): Leaf
    {
        return new Leaf('v:'.self::KINDS[$kind].':'.explode('|', $value)[0]);
    }

    /**
     * Common values, and the rest in groups that have together fewer people than the last of those shown, as far as that is so of everyone. Who stands in which group changes only where a value becomes half again as common, or less.
     *
     * @param array<array-key, int> $values people by value, most first
     *
     * @return array{list<string>, list<non-empty-list<string>>}
     */
    private static function grouped(array $values, int $most): array
    {
        $level = static fn (int $n): int => (int) floor(2 * log(max(1, $n), 2));
        $top = $level(array_values($values)[$most - 1] ?? 1);
        $common = $rare = $groups = [];
        $folded = [];
        foreach ($values as $value => $n) {
            // what is written in several ways is counted once
            $is = explode('|', (string) $value)[0];
            if (isset($folded[$is])) {
                continue;
            }
            $folded[$is] = true;
            $at = $level($n);
            $at >= $top - 2 ? $common[] = (string) $value : $rare[$at][] = (string) $value;
        }
        foreach ($rare as $at => $some) {
            sort($some);
            array_push($groups, ...array_chunk($some, max(1, min(self::GROUP, (int) (2 ** (($top - $at - 1) / 2))))));
        }

        return [$common, $groups];
    }

    /**
     * @param array<string, list<string>> $values "folded|as written", by kind
     *
     * @return array<string, array<string, int>> by kind and value; those written in several ways once
     */
    private function counts(\GMP $people, array $values): array
    {
        $asked = [];
        foreach ($values as $kind => $of) {
            foreach ($of as $value) {
                $asked[$kind.'|'.explode('|', $value)[0]] ??= [$kind, $value];
            }
        }
        $counts = [];
        $asked = array_values($asked);
        foreach ($this->sets->counts($people, array_map(static fn (array $a): Expr => self::leaf($a[0], $a[1]), $asked)) as $i => $n) {
            [$kind, $value] = $asked[$i];
            $counts[$kind][$value] = $n;
        }

        return $counts;
    }

    /**
     * @param array<string, int> $counts by "folded|as written"
     *
     * @return array<string, int> by how it is written
     */
    private static function shown(array $counts, int $most): array
    {
        $shown = [];
        arsort($counts);
        foreach (\array_slice(array_filter($counts, static fn (int $n): bool => $n > 0), 0, $most, true) as $value => $n) {
            $shown[explode('|', (string) $value, 2)[1] ?? (string) $value] = $n;
        }

        return $shown;
    }

    /** @return array{list<string>, list<non-empty-list<string>>} as grouped(); kept for some minutes */
    private function groups(string $letter, int $most): array
    {
        $keeps = \function_exists('apcu_enabled') && apcu_enabled();
        $kept = $keeps ? apcu_fetch("facet:$letter:$most") : false;
        if (\is_array($kept)) {
            /** @var array{list<string>, list<non-empty-list<string>>} $kept */
            return $kept;
        }
        $values = [];
        // everyone who could be counted under a value, most first
        foreach ($this->db->rows("SELECT w.key, sum(v.n) AS n FROM (SELECT DISTINCT key FROM post WHERE key >= :a AND key < :b AND n > 0) w JOIN post v ON v.key = :to || split_part(substr(w.key, 9), '|', 1) GROUP BY w.key ORDER BY 2 DESC, 1", ['a' => "whole:$letter:", 'b' => "whole:$letter;", 'to' => "v:$letter:"]) as $row) {
            $values[substr($row->str('key'), 8)] = $row->int('n');
        }
        $groups = self::grouped($values, $most);
        if ($keeps) {
            apcu_store("facet:$letter:$most", $groups, self::SECONDS);
        }

        return $groups;
    }
}
