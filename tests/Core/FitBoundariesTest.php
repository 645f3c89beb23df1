<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Fit\Coverage;
use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Fit\Values;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each part of fit exactly where its value changes, worked out by hand from what docs/search.md says of it. */
#[CoversNothing]
final class FitBoundariesTest extends TestCase
{
    private const TODAY = '2026-11-23';
    /** November 2026. */
    private const NOW = 12 * 2026 + 10;

    /** @return iterable<string, array{Wanted, Profile, float|null, string}> what is asked, who, what it is worth and why */
    public static function parts(): iterable
    {
        $years = new Wanted([], [], yearsFrom: 5, yearsTo: 10);
        foreach ([
            '0' => 0.0, '1.9' => 0.0, '2.0' => 0.0, '2.1' => .0333, '3.5' => .5, '4.9' => .9667, '5.0' => 1.0, '10.0' => 1.0,
            '10.1' => .992, '16.2' => .504, '16.3' => .5, '40' => .5,
        ] as $has => $worth) {
            yield "$has years of 5 to 10" => [$years, self::person(years: (float) $has), $worth, 'years'];
        }
        yield 'years that are not told' => [$years, self::person(), null, 'unknown'];
        yield 'any number of years from none' => [new Wanted([], [], yearsFrom: 0), self::person(years: 0.0), 1.0, 'years'];
        yield 'more years than needed, no upper end' => [new Wanted([], [], yearsFrom: 5), self::person(years: 50.0), 1.0, 'years'];
        yield 'more years than can be kept' => [new Wanted([], [], yearsFrom: 5), self::person(years: 9_000.0), 1.0, 'years'];

        $near = [];
        foreach ([0, 30, 31, 54, 55, 90, 149, 150, 151] as $km) {
            $near[Facts::town("Town$km", 'NO')] = $km;
        }
        $place = new Wanted([], [], site: 'Bergen', near: $near);
        foreach ([
            [0, null, 1.0, 'near'], [30, null, 1.0, 'near'], [31, null, .9917, 'near'], [54, false, .8, 'near'],
            [55, null, null, 'unknown'], [55, true, .8, 'moves'], [55, false, .7917, 'far'], [90, false, .5, 'far'],
            [149, false, .0083, 'far'], [150, false, 0.0, 'far'],
            [151, false, 0.0, 'far'], [151, true, .8, 'moves'],
        ] as [$km, $moves, $worth, $why]) {
            yield "$km km, moves: ".json_encode($moves) => [$place, self::person(town: "Town$km", moves: $moves), $worth, $why];
        }
        yield 'a town that is not near at all' => [$place, self::person(town: 'Elsewhere', moves: false), null, 'unknown'];
        yield 'no town, would move' => [$place, self::person(moves: true), .8, 'moves'];
        yield 'from anywhere' => [new Wanted([], [], site: 'Bergen', remote: true), self::person(), 1.0, 'remote'];

        $pay = new Wanted([], [], payTo: 100_000);
        $asked = [0 => 1.0, 100_000 => 1.0, 101_000 => .95, 110_000 => .5, 119_000 => .05, 120_000 => 0.0, 200_000 => 0.0];
        foreach ($asked as $euro => $worth) {
            yield "$euro euro of 100 000" => [$pay, self::person(euro: $euro), $worth, 'pay'];
        }
        yield 'pay that is not told' => [$pay, self::person(), null, 'unknown'];
        yield 'nothing to pay, nothing asked' => [new Wanted([], [], payTo: 0), self::person(euro: 0), 1.0, 'pay'];
        yield 'nothing to pay, one euro asked' => [new Wanted([], [], payTo: 0), self::person(euro: 1), 0.0, 'pay'];

        $start = new Wanted([], [], start: new \DateTimeImmutable('2026-12-23'));
        foreach ([0 => 1.0, 30 => 1.0, 31 => .9917, 90 => .5, 150 => 0.0, 151 => 0.0] as $days => $worth) {
            $why = $days > 30 ? 'late' : 'in_time';
            yield "$days days of notice, needed in 30" => [$start, self::person(notice: $days), $worth, $why];
        }
        yield 'free on the day itself' => [$start, self::person(free: '2026-12-23'), 1.0, 'in_time'];
        yield 'free the day after' => [$start, self::person(free: '2026-12-24'), .9917, 'late'];
        yield 'the later of notice and first free day' => [$start, self::person(notice: 10, free: '2027-02-21'), .5, 'late'];
        yield 'neither told' => [$start, self::person(), null, 'unknown'];

        $title = new Wanted([], [], titles: ['Welder']);
        foreach ([
            'the same, now' => [[self::job('Welder')], 1.0, 'title'],
            'one of two words' => [[self::job('Ship welder')], .6667, 'title'],
            'six years ago' => [[self::job('Welder', self::NOW - 84, self::NOW - 72)], .75, 'title'],
            'a month ago' => [[self::job('Welder', self::NOW - 84, self::NOW - 1)], round(.5 + .5 * 2 ** (-1 / 72), 4), 'title'],
            'of no known time' => [[new Stint('Welder', 'Yard', null, null, false)], .75, 'title'],
            'other words, the same kind of work' => [[self::job('Fitter')], .5, 'title'],
            'other work' => [[self::job('Cook')], 0.0, 'no_title'],
            'the best of several' => [[self::job('Fitter'), self::job('Welder', self::NOW - 84, self::NOW - 72)], .75, 'title'],
            'no jobs at all' => [[], null, 'no_jobs'],
        ] as $what => [$stints, $worth, $why]) {
            yield "title: $what" => [$title, self::person($stints), $worth, $why];
        }

        $skill = new Wanted(['PLC'], []);
        $left = static fn (float $months): float => round(.3 + .7 * (1 - exp(-$months / 30)), 4);
        // what is left of a month that lies n months back is the mean of its halving, worth half after 72 months
        $of = static fn (int $first, int $last): float => 72 / \M_LN2 * (2 ** (-$last / 72) - 2 ** (-($first + 1) / 72));
        yield 'one month, this one' => [$skill, self::person([self::job('Hand', self::NOW, null, 'PLC')]), $left($of(0, 0)), 'used'];
        yield 'two jobs that overlap by a month' => [
            $skill, self::person([self::job('Hand', self::NOW - 5, null, 'PLC'), self::job('Hand', self::NOW - 10, self::NOW - 5, 'PLC')]),
            $left($of(10, 0)), 'used',
        ];
        yield 'two jobs a month apart' => [
            $skill, self::person([self::job('Hand', self::NOW - 4, null, 'PLC'), self::job('Hand', self::NOW - 10, self::NOW - 6, 'PLC')]),
            $left($of(4, 0) + $of(10, 6)), 'used',
        ];
        yield 'a job that is yet to begin' => [$skill, self::person([self::job('Hand', self::NOW + 1, self::NOW + 9, 'PLC')]), .3, 'used'];
    }

    #[DataProvider('parts')]
    public function testAPartIsWorth(Wanted $wanted, Profile $person, ?float $worth, string $why): void
    {
        [$value, $reason] = (new Measure($wanted, new \DateTimeImmutable(self::TODAY)))->all(Facts::of($person))[0];
        self::assertSame([$worth, $why], [$value, $reason]);
    }

    public function testWhatIsKnownOfAPartIsDrawnInFourWays(): void
    {
        $drawn = array_map(Coverage::of(...), [null, 0.0, .1499, .15, .4999, .5, 1.0]);
        self::assertSame([
            Coverage::NotStated, Coverage::Missing, Coverage::Missing, Coverage::Partly, Coverage::Partly,
            Coverage::Covered, Coverage::Covered,
        ], $drawn);
    }

    public function testPointsGoFromNothingToTenAndSharesAddUp(): void
    {
        $wanted = new Wanted(['PLC', 'SCADA'], ['Python'], yearsFrom: 3);
        self::assertEqualsWithDelta([4 / 13, 4 / 13, 3 / 13, 2 / 13], Weights::of($wanted)->shares, 1e-12);
        $changed = Weights::of($wanted, ['must:PLC' => 11, 'must:SCADA' => -1, 'years' => 10, 'wish:Python' => 0]);
        self::assertEqualsWithDelta([.5, 0.0, .5, 0.0], $changed->shares, 1e-12);
        $none = Weights::of($wanted, ['must:PLC' => 0, 'must:SCADA' => 0, 'years' => 0, 'wish:Python' => 0]);
        self::assertEqualsWithDelta([.25, .25, .25, .25], $none->shares, 1e-12, 'where nothing counts all count the same');
    }

    public function testPartsAreLetteredAgainAfterZ(): void
    {
        $musts = array_map(static fn (int $i): string => 'skill'.$i, range(1, 27));
        $wanted = new Wanted($musts, []);
        $measure = new Measure($wanted, new \DateTimeImmutable(self::TODAY));
        $fit = Fit::of($measure, Weights::of($wanted), Facts::of(self::person([], said: ['nothing'])));
        $letters = array_map(static fn (int $i): string => $fit->parts[$i]->letter, [0, 25, 26]);
        self::assertSame(['a', 'z', 'a'], $letters);
        self::assertSame(37, $fit->parts[0]->weight, 'thousandths');
    }

    public function testAScoreIsOfWhatIsKnownAndOpenWhereItIsNot(): void
    {
        $weights = Weights::shares([1.0, 1.0, 2.0]);
        $score = Fit::score([.5, null, .5], $weights, [.1, 1.0, .1]);
        self::assertSame([63, 38, 63], $score, '.125 + .25 + .25, and all of the second at best');
        self::assertSame([50, 38, 63], Fit::score([.5, null, .5], $weights, []), 'one half where no means are given');
        self::assertSame([null, 0, 100], Fit::score([null, null, null], $weights, []));
        self::assertSame([.5, .25, .5], Fit::means([[null, .5, 1.0], [null, 0.0, 0.0]], 3));
    }

    public function testRanksAreThoseOfTheScoresAndEqualsGoByTheirNumber(): void
    {
        $weights = Weights::shares([3.0, 1.0]);
        $packed = array_map(Values::pack(...), [9 => [1.0, 0.0], 4 => [.5, .5], 7 => [.5, .5], 2 => [null, 1.0], 1 => [null, null]]);
        $ranking = Ranking::of($weights, $packed);
        // .75, .5, .5, and the mean of the first part, .6667, with all of the second: .75
        self::assertSame([2, 9, 4, 7, 1], $ranking->ids);
        self::assertEqualsWithDelta([2 / 3, .5], $ranking->means, 1e-4);
    }

    public function testFewVerdictsAndVerdictsOfOneKindTeachNothing(): void
    {
        $prior = Weights::shares([1.0, 1.0]);
        $verdict = static fn (float $a, float $b, bool $kept): array => ['values' => [$a, $b], 'kept' => $kept];
        $four = [$verdict(1.0, .0, true), $verdict(.9, .1, true), $verdict(.1, 1.0, false), $verdict(.0, .9, false)];
        self::assertSame([0, 4], [Learning::from($prior, \array_slice($four, 0, 3))->verdicts, Learning::from($prior, $four)->verdicts]);
        $kept = array_map(static fn (array $v): array => ['kept' => true] + $v, $four);
        $aside = array_map(static fn (array $v): array => ['kept' => false] + $v, $four);
        self::assertSame([0, 0], [Learning::from($prior, $kept)->verdicts, Learning::from($prior, $aside)->verdicts]);
        self::assertSame(0, Learning::from(Weights::shares([0.0, 0.0]), [])->verdicts);
    }

    public function testWhatIsLearnedStaysWhatItIs(): void
    {
        // recorded once, so that a change of the law of drawing, of its steepness or of a slip is seen
        $prior = Weights::shares([4.0, 3.0, 2.0, 0.0]);
        $verdicts = [];
        foreach ([[1, 0, 5], [9, 2, 4], [8, 1, 1], [2, 9, 7], [0, 8, 3], [1, 7, 9], [7, 3, 2], [3, 8, 6]] as $i => [$a, $b, $c]) {
            $verdicts[] = ['values' => [$a / 10, $b / 10, 5 === $i ? null : $c / 10, .5], 'kept' => $a > $b];
        }
        $learned = Learning::from($prior, $verdicts);
        self::assertEqualsWithDelta(self::LEARNED, $learned->weights->shares, 5e-7);
        $people = array_map(static fn (int $i): array => [$i % 7 / 6, $i % 5 / 4, 0 === $i % 4 ? null : $i % 3 / 2, .5], range(1, 30));
        self::assertSame(self::TELLING, Learning::telling($prior, $verdicts, $people, 6));
        self::assertSame([], Learning::telling(Weights::shares([1.0, 0.0]), $verdicts, $people, 6), 'one part alone has nothing to learn');
    }

    public function testAChangeOfTwoHundredthsIsToldTheGreatestFirst(): void
    {
        $prior = Weights::shares([25.0, 25.0, 25.0, 25.0]);
        $learned = Learning::again(Weights::shares([27.0, 20.0, 33.0, 20.0]), 9);
        self::assertSame([2, 1, 3, 0], array_column($learned->moved($prior), 'part'));
        self::assertSame([2, 1], array_column($learned->moved($prior, 2), 'part'));
        self::assertSame([], Learning::again(Weights::shares([26.9, 24.0, 24.1, 25.0]), 9)->moved($prior));
    }

    private const LEARNED = [.8940266844958895, .050136690025229406, .05583662547888093, 0.0];
    private const TELLING = [13, 8, 26, 4, 5, 19];

    /**
     * @param list<Stint>  $stints
     * @param list<string> $said
     */
    private static function person(
        array $stints = [],
        ?float $years = null,
        ?string $town = null,
        ?bool $moves = null,
        ?int $notice = null,
        ?string $free = null,
        ?int $euro = null,
        array $said = [],
    ): Profile {
        return new Profile(
            new Document(), $years, $stints, town: $town, country: 'NO', moves: $moves, notice: $notice,
            firstDay: null === $free ? null : new \DateTimeImmutable($free), expectsEuro: $euro, said: $said,
        );
    }

    private static function job(string $title, int $from = self::NOW - 11, ?int $to = null, string $text = ''): Stint
    {
        return new Stint($title, 'Yard', $from, $to, null === $to, $text);
    }
}
