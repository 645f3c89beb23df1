<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Meet;
use Jorvent\Core\Search\Index\Minus;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Index\Told;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Ladder;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Rung;
use Jorvent\Core\Search\Split;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\Core\Search\Town;
use Jorvent\Core\Search\Widen;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** Values of a search on their boundaries: chances, ladders, numbers as keys, towns, first searches. */
#[CoversNothing]
final class SearchValuesTest extends TestCase
{
    public function testHowLatelySomeoneWasActive(): void
    {
        $day = new \DateTimeImmutable('2026-12-01');
        $activity = static fn (int $ago): int => AnswerChance::activity($day->modify("-$ago days"), $day);
        self::assertSame([0, 0, 1, 1, 2, 2, 3], array_map($activity, [0, 30, 31, 180, 181, 730, 731]));
        self::assertSame(4, AnswerChance::activity(null, $day));
    }

    public function testWhatIsLearnedOfAnswersIsAMeanOfLettersAndThought(): void
    {
        // thought: 38 % of those never written to and active lately; twelve letters' worth of it stands against what came
        $letters = static fn (int $sent, int $answered): array => array_map(
            static fn (int $i): array => ['new', 0, $i < $answered], range(0, $sent - 1),
        );
        $learned = static fn (int $sent, int $answered): array => array_map(
            static fn (int $a): int => AnswerChance::learn($letters($sent, $answered))->percent('new', $a), range(0, 4),
        );
        // of 10 letters none came: scale 3 / (3.8 + 3) = .441; (0 + 12 · .38 · .441) / 22
        self::assertSame((int) round(100 * 12 * .38 * (3 / 6.8) / 22), $learned(10, 0)[0]);
        self::assertSame((int) round(100 * .30 * (3 / 6.8)), $learned(10, 0)[1], 'where nobody was written to the house as a whole counts');
        // all came: scale 13 / 6.8; no cell says always
        self::assertSame((int) round(100 * (10 + 12 * .38 * (13 / 6.8)) / 22), $learned(10, 10)[0]);
        self::assertSame(97, AnswerChance::learn(array_fill(0, 5_000, ['always', 0, true]))->percent('always', 0));
        $elsewhere = AnswerChance::learn(array_fill(0, 5_000, ['new', 3, true]));
        self::assertSame(95, $elsewhere->percent('always', 0), 'nor one that nobody was in');
        self::assertSame(0, AnswerChance::unlearned()->percent('never', 0));
        $unlearned = static fn (string $h): int => AnswerChance::unlearned()->percent($h, 0);
        self::assertSame([17, 57, 80], array_map($unlearned, ['silent', 'some', 'always']));
    }

    public function testWhatWasSaidIsHeldAgainstWhatCame(): void
    {
        $letters = [];
        for ($i = 0; $i < 60; ++$i) {
            $letters[] = [1 === $i % 2 ? 'new' : 'silent', 0, 1 === $i % 4];
        }
        $bins = AnswerChance::calibration($letters);
        self::assertSame(40, array_sum(array_column($bins, 'letters')), 'the first twenty teach, the others are foretold');
        self::assertSame([], AnswerChance::calibration(\array_slice($letters, 0, 20)));
        self::assertCount(1, AnswerChance::calibration(\array_slice($letters, 0, 21)));
        foreach ($bins as $bin) {
            self::assertGreaterThanOrEqual(0, $bin['came']);
            self::assertLessThanOrEqual(100, $bin['came']);
        }
        $sure = AnswerChance::calibration(array_fill(0, 60, ['new', 0, true]));
        self::assertSame([100, 40], [max(array_column($sure, 'came') ?: [0]), array_sum(array_column($sure, 'letters'))]);
        $kept = AnswerChance::unlearned()->toArray();
        self::assertSame($kept, AnswerChance::fromArray($kept)->toArray());
        self::assertSame(['new' => [0 => 5, 1 => 0]], AnswerChance::fromArray(['new' => [5, 'x'], 'odd' => [7]])->toArray());
    }

    public function testLaddersOfPartsAddUp(): void
    {
        $one = new Rung(10, 8, 3, [4, 1], [2], 5);
        $other = new Rung(1, 2, 4, [8, 16], [32], 64);
        self::assertEquals(new Rung(11, 10, 7, [12, 17], [34], 69), Rung::sum([$one, $other]));
        self::assertNull(Rung::sum([new Rung(1, 1, 1)])->loose);
        $ladder = static fn (Rung $r, int $total, int $all): Ladder => Ladder::counted([$r], $total, $all);
        $sum = Ladder::sum([$ladder($one, 8, 100), $ladder($other, 2, 50)]);
        self::assertSame([10, 150, 7], [$sum->total, $sum->population, $sum->oneShort]);
        // three people, two rows: one passes both, one misses the second, one misses both
        $people = [[true, true], [true, false], [false, false]];
        $alternatives = [[[true, false], []], [[true, true], []], [[false, true], []]];
        $of = Ladder::ofPeople(2, $people, $alternatives);
        self::assertEquals([new Rung(2, 2, 0, [1, 0]), new Rung(1, 1, 1)], $of->rungs);
        self::assertSame([1, 3, 1], [$of->total, $of->population, $of->oneShort]);
        self::assertEquals([], Ladder::ofPeople(0, [[], []])->rungs);
    }

    public function testWhatDividesTheBestFromTheOthers(): void
    {
        self::assertEqualsWithDelta(.276, Split::of(100, 25, 30, 20)->gain, 5e-4, 'the worked example');
        self::assertSame([0.0, 0.0, 0.0], [Split::of(10, 0, 5, 0)->gain, Split::of(10, 10, 5, 5)->gain, Split::of(10, 5, 10, 5)->gain]);
        self::assertSame(1.0, Split::of(10, 5, 5, 5)->gain, 'one bit');
        foreach ([[0, 0, 0, 0], [10, 5, 11, 5], [10, 5, 6, 6], [10, 6, 5, 6]] as $counts) {
            self::assertFalse(self::made(static fn (): Split => Split::of(...$counts)));
        }
        self::assertSame([false, true], [Split::couldKeepTheBest(10, 5), Split::couldKeepTheBest(10, 6)]);
        // of 100 people 20 are best: all of them among 79 is worth asking for, among 80 it leaves out too few
        self::assertSame([true, false], [Split::of(100, 20, 79, 20)->keepsTheBest(), Split::of(100, 20, 80, 20)->keepsTheBest()]);
        self::assertFalse(Split::of(100, 20, 60, 12)->keepsTheBest(), 'as many of the others as of the best');
        self::assertSame([0, 67, 100], [Split::of(10, 0, 5, 0)->best(), Split::of(10, 3, 5, 2)->best(), Split::of(10, 3, 5, 3)->best()]);
    }

    public function testNumbersAsKeysAgreeWithNumbers(): void
    {
        $bits = 4;
        foreach (range(-2, 17) as $limit) {
            foreach (range(0, 15) as $value) {
                $keys = array_flip(Numbers::keys('n', $value, $bits));
                self::assertSame($value >= $limit, self::holds(Numbers::atLeast('n', $limit, $bits), $keys), "$value at least $limit");
                self::assertSame($value <= $limit, self::holds(Numbers::atMost('n', $limit, $bits), $keys), "$value at most $limit");
            }
        }
        self::assertSame([0, 0, 15, 15], array_map(static fn (int $v): int => Numbers::within($v, $bits), [-1, 0, 15, 16]));
        self::assertSame(['n', 'n.0', 'n.2'], Numbers::keys('n', 5, $bits));
        self::assertSame(['n' => 'abc', 'n.0' => 'ac', 'n.2' => 'bc'], Numbers::planes('n', [1 => 'a', 4 => 'b', 5 => 'c'], $bits));
        self::assertSame([0, 1, -1, 20_788], array_map(Numbers::days(...), ['1970-01-01', '1970-01-02', '1969-12-31', '2026-12-01']));
    }

    public function testWhatIsToldOfAPersonIsPackedWhole(): void
    {
        $day = static fn (string $d): \DateTimeImmutable => new \DateTimeImmutable($d.' 00:00');
        $person = new Profile(
            new Document(), 4.0, [new Stint('Welder', 'Kvitholm Verft', 24_000, null, true), new Stint('Hand', 'Yard', null, 5, false)],
            [new Study('Bergen', 'Welding', 'vocational', 'full', 2014)],
            [new Licence('STCW', $day('2027-01-31')), new Licence('ADR', null)],
            ['nb' => 6, 'en' => 0], 'Bergen', 'NO', false, true, 650_000, 'NOK', 30, $day('2027-02-01'), ['NO', 'PL'],
            $day('2026-11-01'), $day('2026-10-01'), 3, 2, $day('2026-09-01'), $day('2027-01-01'), ['yard'], [], [], 55_000, 50_000, false,
        );
        self::assertEquals($person, Told::unpack(Told::pack($person)));
        self::assertSame([['Welder', 'Kvitholm Verft'], ['Hand', 'Yard']], Told::held(Told::pack($person)));
        $nobody = new Profile(new Document());
        self::assertEquals($nobody, Told::unpack(Told::pack($nobody)));
        foreach (['', "\2".substr(Told::pack($nobody), 1), "\1no deflated bytes"] as $bytes) {
            self::assertFalse(self::made(static fn (): Profile => Told::unpack($bytes), \DomainException::class));
        }
    }

    public function testTownsByNameAndNearness(): void
    {
        $towns = [
            new Town(['Bergen'], 'NO', 60.39, 5.32, 290_000), new Town(['Bergen'], 'DE', 54.42, 13.43, 13_000),
            new Town(['Askøy'], 'NO', 60.40, 5.10, 30_000), new Town(['Oslo', 'Christiania'], 'NO', 59.91, 10.75, 700_000),
        ];
        $g = new Gazetteer($towns);
        $country = static fn (string $text): ?string => $g->named($text)?->country;
        $found = array_map($country, ['bergen', 'Bergen, DE', ' Christiania ', 'Bergen, SE', 'Nowhere']);
        self::assertSame(['NO', 'DE', 'NO', null, null], $found);
        $km = $towns[0]->km($towns[2]);
        self::assertSame([$towns[0], $towns[2]], $g->near($towns[0], $km));
        self::assertSame([$towns[0]], $g->near($towns[0], $km - 1));
        self::assertSame(['Bergen, NO', 'Bergen, DE'], $g->beginning('ber'));
        self::assertSame(['Bergen, NO'], $g->beginning('ber', 1));
        self::assertSame([], $g->beginning(' '));
    }

    public function testASearchToBeginWith(): void
    {
        /**
         * @param list<string> $musts
         * @param list<string> $wishes
         */
        $words = static function (array $musts, array $wishes = []): string {
            return FirstSearch::of(self::texts($musts), self::texts($wishes), null, null)->text;
        };
        self::assertSame('PLC AND "shore power" AND (drives OR SCADA)', $words(['PLC', 'shore power', 'drives'], ['SCADA']));
        self::assertSame('PLC AND drives AND pumps', $words(['PLC', 'drives', 'pumps']), 'a third must stays one');
        self::assertSame('PLC AND drives', $words(['PLC', 'drives'], ['SCADA']), 'one wish alone is none');
        self::assertSame('PLC AND (a OR b OR c OR d OR e OR f OR g OR h)', $words(['PLC'], ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i']));
        self::assertSame('"C++" AND "AND"', str_replace('C++', '"C++"', $words(['C++', 'AND'])));
        $rows = static fn (?int $years, ?string $town): array => array_map(
            static fn (Criterion $c): string => $c->kind->value, FirstSearch::of([], [], $years, $town)->criteria,
        );
        self::assertSame([[], [], ['years'], ['place']], [$rows(null, null), $rows(0, ''), $rows(1, null), $rows(0, 'Bergen')]);
    }

    public function testACriterionTakesNumbersThatItCanHold(): void
    {
        $from = static fn (mixed $value): ?int => Criterion::fromArray(['kind' => 'years', 'from' => $value])?->from;
        self::assertSame([0, 0, 999_999_999, 999_999_999, 999_999_999], array_map($from, [-5, 0, 999_999_999, 1_000_000_000, '999999999']));
        self::assertSame([null, null, null, null], array_map($from, ['1000000000', '-1', '1.5', null]));
        $values = static fn (array $values): array => Criterion::fromArray(['kind' => 'title', 'values' => $values])->values ?? [];
        self::assertCount(60, $values(array_map(static fn (int $i): string => "t$i", range(1, 61))));
        self::assertSame(['a', '7'], $values([' a ', 'a', '', 7, null, []]));
        self::assertSame(200, mb_strlen($values([str_repeat('å', 300)])[0]));
        self::assertNull(Criterion::fromArray(['kind' => 'colour']));
        $asks = static fn (array $data): bool => Criterion::fromArray($data)?->asks() ?? false;
        self::assertSame([false, true, true, false, true, true], array_map($asks, [
            ['kind' => 'place'], ['kind' => 'place', 'moves' => true], ['kind' => 'place', 'values' => ['Bergen']], ['kind' => 'years'],
            ['kind' => 'years', 'from' => 0], ['kind' => 'years', 'to' => 3],
        ]));
        $isBetween = static fn (array $data): bool => Criterion::fromArray($data)?->isBetween() ?? false;
        self::assertSame([false, true, true, false], array_map($isBetween, [
            ['kind' => 'title'], ['kind' => 'title', 'from' => 2010], ['kind' => 'one_job', 'to' => 2012], ['kind' => 'years', 'from' => 3],
        ]));
    }

    public function testPayIsWithinItsLimitsWhenItIsJustThat(): void
    {
        $rates = ['NOK' => 10_000_000, 'EUR' => 1_000_000];
        $judge = new Judge(new Context(new \DateTimeImmutable('2026-12-01'), $rates, new Gazetteer([]), AnswerChance::unlearned()));
        $pay = new Criterion(Kind::Pay, from: 500, to: 700, currency: 'EUR');
        $passes = static fn (?int $expects, string $currency): bool => $judge->passes(
            $pay, new Profile(new Document(), expects: $expects, currency: $currency),
        );
        $euro = array_map(static fn (int $n): bool => $passes($n, 'EUR'), [499, 500, 700, 701]);
        $krone = array_map(static fn (int $n): bool => $passes($n, 'NOK'), [4_999, 5_000, 7_000, 7_001]);
        self::assertSame([[false, true, true, false], [false, true, true, false]], [$euro, $krone]);
        self::assertSame([false, false], [$passes(null, 'EUR'), $passes(600, 'SEK')], 'what is not told, or has no rate');
    }

    public function testItemsOfAListAreQuotedWhereTheyNeedIt(): void
    {
        $repaired = static fn (string $query): ?string => (new Parser())->parse($query)->problems[0]->repaired ?? null;
        self::assertSame('plc OR "shore power" OR scada', $repaired('plc, shore power; scada.'));
        self::assertSame('plc OR "shore power"', $repaired('plc, "shore power"'), 'and not twice');
        self::assertNull($repaired('plc scada'));
        self::assertNull($repaired('plc,'), 'one alone is no list');
    }

    public function testOneStepWider(): void
    {
        $wider = static fn (Criterion $c): ?array => Widen::step($c)?->toArray();
        self::assertSame(735_000, Widen::step(new Criterion(Kind::Pay, to: 700_000))?->to, 'by five in a hundred');
        self::assertSame(107, Widen::step(new Criterion(Kind::Pay, to: 101))?->to, 'rounded up');
        self::assertSame(2, Widen::step(new Criterion(Kind::Pay, to: 1))?->to, 'by one at the least');
        self::assertNull($wider(new Criterion(Kind::Pay)));
        self::assertNull($wider(new Criterion(Kind::Place)));
        self::assertSame(Kind::Place->step(), Widen::step(new Criterion(Kind::Place, ['Bergen']))?->km);
        self::assertSame(Kind::Notice->step(), Widen::step(new Criterion(Kind::Notice))?->to);
        self::assertNull($wider(new Criterion(Kind::Chance, from: 0)));
        self::assertSame(0, Widen::step(new Criterion(Kind::Chance, from: 1))?->from);
    }

    /**
     * @param array<array-key, mixed> $of
     *
     * @return list<string>
     */
    private static function texts(array $of): array
    {
        return array_values(array_filter($of, is_string(...)));
    }

    /** @param array<string, int> $keys that someone stands under */
    private static function holds(Expr $e, array $keys): bool
    {
        return match (true) {
            $e instanceof Leaf => isset($keys[$e->key]),
            $e instanceof Minus => !self::holds($e->of, $keys),
            $e instanceof Join => [] !== array_filter($e->of, static fn (Expr $p): bool => self::holds($p, $keys)),
            $e instanceof Meet => [] === array_filter($e->of, static fn (Expr $p): bool => !self::holds($p, $keys)),
            default => throw new \LogicException($e::class),
        };
    }

    /**
     * @param callable(): mixed        $makes
     * @param class-string<\Throwable> $with
     */
    private static function made(callable $makes, string $with = \LogicException::class): bool
    {
        try {
            $makes();
        } catch (\Throwable $refused) {
            return !$refused instanceof $with;
        }

        return true;
    }
}
