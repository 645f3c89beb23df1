<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Query\Parser;
use Jorvent\Core\Resume\Blind;
use Jorvent\Core\Resume\Contacts;
use Jorvent\Core\Resume\Reader;
use Jorvent\Core\Writing\Checker;
use Jorvent\Core\Writing\Draft;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/**
 * Texts made to keep a reader busy: 200 kB of the same few characters, which is the worst a regular expression can be given when it tries from
 * each place anew. Four times the text may take little more than four times the work; a reader that tries from each place takes sixteen times.
 */
#[CoversClass(Reader::class)]
#[CoversClass(Contacts::class)]
#[CoversClass(Blind::class)]
final class HostileTextTest extends TestCase
{
    private const BYTES = 200_000;
    private const SEEDS = [
        '-', 'a', '1', '.', '(', ' ', "\t", '@', '/', '|', 'é', 'a-', '1-', '1 ', 'a.', 'a@', 'Aa ', '2019-', '2019 - ', '(1', 'a  ', "a\n", "\n", '+1 ', 'www.', 'of ', '[a', 'ab, ', ':',
    ];
    /** What a pattern may wait for to the end, and never find in its place. */
    private const ENDS = ['', '@', '@a.', ')', '/example'];
    /** Less is not measured: it is little whatever it grows by. Seconds of the processor. */
    private const LITTLE = 0.6;
    private const GROWTH = 9.0;

    #[TestWith(['reader'])]
    #[TestWith(['blind'])]
    #[TestWith(['writing'])]
    #[TestWith(['query'])]
    public function testFourTimesTheTextIsAboutFourTimesTheWork(string $what): void
    {
        $slow = [];
        foreach (self::SEEDS as $i => $seed) {
            $end = self::ENDS[$i % \count(self::ENDS)];
            foreach (array_unique(['', $end]) as $last) {
                $whole = self::seconds($what, self::text($seed, self::BYTES, $last));
                if ($whole > self::LITTLE && $whole > self::GROWTH * self::seconds($what, self::text($seed, intdiv(self::BYTES, 4), $last))) {
                    $slow[] = json_encode($seed.$last).' '.round($whole, 2);
                }
            }
        }
        self::assertSame([], $slow);
    }

    private static function text(string $seed, int $bytes, string $end): string
    {
        return "EXPERIENCE\n2019 - 2021 Mate, Skerry Line\n".str_repeat($seed, intdiv($bytes, \strlen($seed))).' '.$end;
    }

    private static function seconds(string $what, string $text): float
    {
        $from = self::used();
        match ($what) {
            'reader' => (new Reader())->read($text, new \DateTimeImmutable('2026-12-01')),
            'blind' => Blind::without($text, ['Ingrid Dahl', 'Bergen']),
            'writing' => (new Checker())->check(new Draft($text, [], [], true, true, 'NO')),
            default => (new Parser())->parse($text),
        };

        return self::used() - $from;
    }

    private static function used(): float
    {
        /** @var array<string, int> $usage */
        $usage = getrusage();

        return $usage['ru_utime.tv_sec'] + $usage['ru_utime.tv_usec'] / 1_000_000;
    }
}
