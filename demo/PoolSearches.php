<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** What is asked of the pool when searching is measured: words, phrases, alternatives, and criteria of every kind, at least fifteen marginal counts each; the same each time. */
final class PoolSearches
{
    /**
     * @param list<string> $towns
     *
     * @return list<string> as addresses
     */
    public static function make(Pool $pool, array $towns): array
    {
        [$words, $titles, $employers, $skills] = [$pool->values('words'), $pool->values('titles'), $pool->values('employers'), $pool->values('skills')];
        mt_srand(2026);
        $quoted = static fn (string $s): string => str_contains($s, ' ') ? '"'.$s.'"' : $s;
        $searches = [];
        for ($i = 0; $i < 48; ++$i) {
            $text = [
                static fn (): string => self::group(static fn (): string => $quoted(self::some($skills, 60)), 4).' AND '.self::group(static fn (): string => self::some($words, 200), 5),
                static fn (): string => self::group(static fn (): string => $quoted(self::some($titles, 40)), 3).' '.self::group(static fn (): string => self::some($words, 60), 4).' NOT '.self::some($words, 400),
                static fn (): string => self::group(static fn (): string => 'title:'.$quoted(self::some($titles, 40)), 4).' '.self::some($words, 30).' NOT '.$quoted(self::some($skills, 100)),
                static fn (): string => self::group(static fn (): string => substr(self::some($words, 300), 0, 4).'*', 3).' AND '.self::group(static fn (): string => $quoted(self::some($skills, 90)), 5),
            ][$i % 4]();
            $kinds = [
                static fn (): string => 'years;from='.mt_rand(2, 8).';unstated', static fn (): string => 'place='.self::values($towns, 12, 3).';km='.mt_rand(0, 90).';moves', static fn (): string => 'title='.self::values($titles, 50, 4), static fn (): string => 'employer='.self::values($employers, 200, 4).(0 === mt_rand(0, 2) ? ';when=now' : ''),
                static fn (): string => 'pay;to='.mt_rand(500, 900).'000;currency=NOK;unstated', static fn (): string => 'notice;to='.(30 * mt_rand(1, 4)).';unstated', static fn (): string => 'active;to='.mt_rand(6, 30), static fn (): string => 'language=nb|pl;from='.mt_rand(1, 4), static fn (): string => 'work=electrical|engine|data|passengers',
                static fn (): string => 'one_job(title='.self::values($titles, 40, 4).')(years;from='.mt_rand(1, 3).')', static fn (): string => 'one_job(employer='.self::values($employers, 100, 6).')(work=electrical|engine|deck|yard|passengers);when=before', static fn (): string => 'one_study(level;from=3)(finished;from=1990;to=2024)', static fn (): string => 'certificate='.self::values($skills, 10, 2).'|course;day=2026-11-23', static fn (): string => 'chance;from='.mt_rand(5, 25),
                static fn (): string => 'title='.self::values($titles, 30, 3).';from='.mt_rand(2012, 2018).';to='.mt_rand(2018, 2026),
            ];
            $chosen = (array) array_rand($kinds, 2 + $i % 4);
            $searches[] = http_build_query(['q' => $text, 'c' => array_map(static fn (int $k): string => $kinds[$k](), $chosen)]);
        }

        return $searches;
    }

    /** @param list<string> $of the most common first */
    private static function some(array $of, int $most): string
    {
        return $of[mt_rand(0, min($most, \count($of)) - 1)];
    }

    /** @param list<string> $of */
    private static function values(array $of, int $most, int $n): string
    {
        return implode('|', array_unique(array_map(static fn (): string => self::some($of, $most), range(1, $n))));
    }

    /** @param callable(): string $make */
    private static function group(callable $make, int $n): string
    {
        return '('.implode(' OR ', array_unique(array_map(static fn (): string => $make(), range(1, $n)))).')';
    }
}
