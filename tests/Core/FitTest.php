<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Fit\Coverage;
use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Part;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Fit\Values;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Fit::class)]
#[CoversClass(Facts::class)]
#[CoversClass(Measure::class)]
#[CoversClass(Weights::class)]
#[CoversClass(Ranking::class)]
#[CoversClass(Learning::class)]
final class FitTest extends TestCase
{
    private const DAY = '2026-11-23';
    /** November 2026. */
    private const NOW = 12 * 2026 + 10;

    public function testWorkedExample(): void
    {
        // PLC used for four years until today, fault finding for one year until six years ago, Norwegian only told
        $fit = self::fit(new Wanted(['PLC', 'fault finding'], ['Norwegian']), self::person([new Stint('Electrician', 'A', self::NOW - 47, null, true, 'PLC cabinets'), new Stint('Fitter', 'B', self::NOW - 83, self::NOW - 72, false, 'Finding the fault in pumps')], ['Norwegian']));
        self::assertSame([.8056, .4205, .25], array_map(static fn (Part $p): ?float => $p->value, $fit->parts));
        self::assertSame([['used', ['months' => 48, 'last' => self::NOW, 'now' => 1]], ['used', ['months' => 12, 'last' => self::NOW - 72, 'now' => 0]], ['told', []]], array_map(static fn (Part $p): array => [$p->reason, $p->why], $fit->parts));
        // shares 4/10, 4/10, 2/10
        self::assertSame([(int) round(100 * (4 * .8056 + 4 * .4205 + 2 * .25) / 10), [400, 400, 200]], [$fit->score, array_map(static fn (Part $p): int => $p->weight, $fit->parts)]);
    }

    public function testAPartNobodyToldOfTakesTheMeanAndOpensTheRange(): void
    {
        $wanted = new Wanted(['PLC'], [], yearsFrom: 5);
        $measure = new Measure($wanted, new \DateTimeImmutable(self::DAY));
        $facts = [7 => self::person([], ['PLC'], years: 5.0), 8 => self::person([], ['PLC'], years: 3.5), 9 => self::person([], ['PLC'])];
        $weights = Weights::of($wanted);
        $ranking = Ranking::of($weights, array_map(static fn (string $f): string => Values::pack($measure->values($f)), $facts));
        $of = static fn (int $id): Fit => Fit::of($measure, $weights, $facts[$id], $ranking->means);
        self::assertSame([7, 9, 8], $ranking->ids, 'the one who told nothing stands in the middle');
        self::assertEqualsWithDelta([.25, .75], $ranking->means, 1e-9);
        $fit = $of(9);
        // shares 4/7 and 3/7: 4/7 · .25 + 3/7 · .75; without the years, and with all of them
        self::assertSame([46, 14, 57], [$fit->score, $fit->least, $fit->most]);
        self::assertSame(Coverage::NotStated, $fit->parts[1]->coverage());
        $told = $of(7);
        self::assertSame($told->score, $told->least, 'all known: no range');
    }

    public function testNothingKnownIsNoScore(): void
    {
        self::assertNull(self::fit(new Wanted(['PLC'], []), Facts::of(new Profile(new Document(), read: false)))->score);
        self::assertNull(self::fit(new Wanted([], []), self::person([], ['x']))->score);
    }

    /**
     * @param list<Stint>  $stints
     * @param list<string> $said
     */
    #[DataProvider('skills')]
    public function testSkills(string $wanted, array $stints, array $said, float $value, string $reason): void
    {
        $part = self::fit(new Wanted([$wanted], []), self::person($stints, $said))->parts[0];
        self::assertSame([$value, $reason], [round($part->value ?? -1, 3), $part->reason]);
    }

    /** @return iterable<string, array{string, list<Stint>, list<string>, float, string}> */
    public static function skills(): iterable
    {
        $job = static fn (string $text, ?int $from = self::NOW - 11, ?int $to = null, string $title = 'Hand'): Stint => new Stint($title, 'Yard', $from, $to, null === $to && null !== $from, $text);
        yield 'not said' => ['PLC', [$job('cooks')], [], 0.0, 'silent'];
        yield 'half of its words' => ['fault finding', [$job('wrote the fault book')], [], .15, 'half'];
        yield 'a third of its words' => ['closed fault finding', [$job('wrote the fault book')], [], 0.0, 'silent'];
        yield 'both words, in different jobs' => ['fault finding', [$job('fault book'), $job('finding things')], [], .15, 'half'];
        yield 'in a job without dates' => ['PLC', [$job('PLC', null)], [], .5, 'undated'];
        yield 'in a title' => ['welder', [$job('', title: 'Ship welder')], [], .52, 'used'];
        yield 'one and the same time in two jobs counts once' => ['PLC', [$job('PLC'), $job('PLC')], [], .52, 'used'];
        yield 'as it is written elsewhere' => ['e-mail', [$job('answers email')], [], .52, 'used'];
        yield 'two words for one written joined' => ['shore-power', [$job('plugs in shore power')], [], .52, 'used'];
        yield 'C is not C++' => ['C++', [$job('writes C')], [], 0.0, 'silent'];
        yield 'an employer is no skill' => ['yard', [$job('sweeps')], [], 0.0, 'silent'];
        yield 'told outside' => ['PLC', [$job('sweeps')], ['PLC, SCADA'], .25, 'told'];
    }

    /** The packed way is held to the plain one: words of each text in a set. */
    public function testWhereWordsStandIsRight(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        $words = ['plc', 'drives', 'ferry', 'yard', 'weld', 'scada', 'pumps', 'night', 'shift', 'crew', 'c++', 'e-mail'];
        $some = static fn (int $n): string => implode(' ', array_map(static fn (): string => $words[$random->getInt(0, 11)], $n > 0 ? range(1, $n) : []));
        $seen = [];
        for ($i = 0; $i < 1_500; ++$i) {
            $stints = array_map(static fn (int $j): Stint => new Stint($some($random->getInt(1, 2)), 'X', self::NOW - 12 * $j - 11, self::NOW - 12 * $j, false, $some($random->getInt(0, 5))), $random->getInt(0, 3) > 0 ? range(0, $random->getInt(0, 6)) : []);
            $said = [$some($random->getInt(0, 3))];
            $skill = $some($random->getInt(1, 2));
            $part = self::fit(new Wanted([$skill], []), self::person($stints, $said))->parts[0];
            $holds = static fn (string $text, string $word): bool => \in_array($word, explode(' ', $text), true);
            $asked = array_unique(explode(' ', $skill));
            $jobs = array_keys(array_filter($stints, static fn (Stint $s): bool => [] === array_filter($asked, static fn (string $w): bool => !$holds($s->title.' '.$s->text, $w))));
            $outside = [] === array_filter($asked, static fn (string $w): bool => !$holds($said[0], $w));
            $anywhere = \count(array_filter($asked, static fn (string $w): bool => $holds(implode(' ', [...array_map(static fn (Stint $s): string => $s->title.' '.$s->text, $stints), ...$said]), $w)));
            $expected = match (true) {
                [] !== $jobs => ['used', ['months' => 12 * \count($jobs), 'last' => self::NOW - 12 * min($jobs), 'now' => 0 === min($jobs) ? 1 : 0]],
                $outside => ['told', []],
                $anywhere > 0 => ['half', []],
                default => ['silent', []],
            };
            self::assertSame($expected, [$part->reason, $part->why], $skill.' of '.json_encode([$stints, $said]));
            $seen[$part->reason] = ($seen[$part->reason] ?? 0) + 1;
        }
        self::assertGreaterThan(30, min([...array_values($seen), 999]));
        self::assertCount(4, $seen);
    }

    public function testMoreUseMoreLatelyNeverLowersTheScore(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(8));
        for ($i = 0; $i < 400; ++$i) {
            [$length, $ago] = [$random->getInt(1, 80), $random->getInt(0, 200)];
            $value = static fn (int $length, int $ago): float => self::fit(new Wanted(['PLC'], []), self::person([new Stint('x', 'y', self::NOW - $ago - $length + 1, self::NOW - $ago, false, 'plc')]))->parts[0]->value ?? -1;
            self::assertGreaterThanOrEqual($value($length, $ago), $value($length + $random->getInt(0, 20), $ago), 'longer');
            self::assertGreaterThanOrEqual($value($length, $ago), $value($length, max(0, $ago - $random->getInt(0, 20))), 'more lately');
            self::assertGreaterThan(.3, $value($length, $ago));
        }
    }

    public function testTitleLikeness(): void
    {
        $value = static fn (Stint ...$held): float => round(self::fit(new Wanted([], [], ['Marine electrician']), self::person(array_values($held)))->parts[0]->value ?? -1, 3);
        $now = static fn (string $title): Stint => new Stint($title, 'x', self::NOW - 20, null, true);
        self::assertSame(1.0, $value($now('Electrician, marine')));
        self::assertSame(.8, $value($now('Senior marine electrician')));
        self::assertSame(.5, $value($now('Skipselektriker')), 'the same kind of work in another language');
        self::assertSame(0.0, $value($now('Cook')));
        self::assertSame(.75, $value($now('Cook'), new Stint('Marine electrician', 'x', self::NOW - 90, self::NOW - 72)), 'six years ago');
    }

    public function testYearsPlacePayAndNotice(): void
    {
        $wanted = new Wanted([], [], [], 5, 10, 'Bergen', [Facts::town('Bergen', 'NO') => 0, Facts::town('Øygarden', 'NO') => 30, Facts::town('Voss', 'NO') => 100, Facts::town('Oslo', 'NO') => 305], false, 60_000, new \DateTimeImmutable('2027-01-01'));
        $of = static fn (?float $years = null, ?string $town = null, ?string $country = null, ?bool $moves = null, ?int $notice = null, ?\DateTimeImmutable $firstDay = null, ?int $expectsEuro = null): array => array_map(static fn (Part $p): string => $p->kind.' '.(null === $p->value ? '?' : round($p->value, 2)).' '.$p->reason, self::fit($wanted, self::person([], ['x'], $years, $town, $country, $moves, $notice, $firstDay, $expectsEuro))->parts);
        self::assertSame(['years ? unknown', 'place ? unknown', 'notice ? unknown', 'pay ? unknown'], $of());
        self::assertSame(['years 1 years', 'place 1 near', 'notice 1 in_time', 'pay 1 pay'], $of(years: 5.0, town: 'Bergen', country: 'NO', notice: 30, expectsEuro: 60_000));
        self::assertSame(['years 0.33 years', 'place 0.42 far', 'notice 0.57 late', 'pay 0.5 pay'], $of(years: 3.0, town: 'Voss', country: 'NO', moves: false, firstDay: new \DateTimeImmutable('2027-02-22'), expectsEuro: 66_000));
        self::assertSame(['years 0.84 years', 'place 0.8 moves', 'notice 1 in_time', 'pay 0 pay'], $of(years: 12.0, town: 'Oslo', country: 'NO', moves: true, notice: 0, expectsEuro: 90_000));
        self::assertSame('place 1 near', $of(town: 'Øygarden', country: 'NO', moves: false)[1]);
        self::assertSame('place ? unknown', $of(town: 'Oslo', country: 'NO')[1], 'far, and whether they would move is not told');
        self::assertSame('place 0 far', $of(town: 'Oslo', country: 'NO', moves: false)[1]);
    }

    public function testPayCountsForNothingUntilSomeoneGivesItWeight(): void
    {
        $wanted = new Wanted(['PLC'], [], payTo: 50_000);
        $dear = self::person([], ['PLC'], expectsEuro: 90_000);
        self::assertSame([1.0, 0.0], Weights::of($wanted)->shares);
        self::assertSame(25, self::fit($wanted, $dear)->score);
        self::assertSame(17, Fit::of(new Measure($wanted, new \DateTimeImmutable(self::DAY)), Weights::of($wanted, ['pay' => 2]), $dear)->score);
    }

    public function testWhoSomeoneIsIsNotInTheFacts(): void
    {
        $stints = [new Stint('Electrician', 'Vestholm Mekaniske', self::NOW - 20, null, true, 'PLC')];
        $facts = Facts::of(new Profile(Document::of('Ingrid Solheim, born 1988, woman. Fjordgata 4. Technical University 2010. PLC'), 5.0, $stints, [new \Jorvent\Core\Search\Study('Technical University', 'Power', 'master', 'full', 2010)], town: 'Bergen', country: 'NO', said: ['PLC']));
        self::assertSame($facts, Facts::of(new Profile(Document::of('Mohammed Haddad, 61, man. Havnegaten 9. Open School 1984. PLC'), 5.0, $stints, [new \Jorvent\Core\Search\Study('Open School', 'Power', 'master', 'full', 1984)], town: 'Bergen', country: 'NO', said: ['PLC'])));
    }

    public function testLearningMovesWeightToWhatDividesTheVerdicts(): void
    {
        $wanted = new Wanted(['a', 'b', 'c'], []);
        $prior = Weights::of($wanted);
        // the second must is what the ones kept have, the first what the ones set aside have
        $verdicts = [];
        for ($i = 0; $i < 12; ++$i) {
            $verdicts[] = ['values' => [0 === $i % 2 ? .2 : .9, 0 === $i % 2 ? .9 : .2, .5 + .03 * ($i % 3)], 'kept' => 0 === $i % 2];
        }
        $learned = Learning::from($prior, $verdicts);
        self::assertSame(12, $learned->verdicts);
        self::assertEqualsWithDelta(1.0, array_sum($learned->weights->shares), 1e-9);
        self::assertSame([], array_filter($learned->weights->shares, static fn (float $s): bool => $s < 0));
        self::assertGreaterThan($prior->shares[1] + .1, $learned->weights->shares[1]);
        self::assertLessThan($prior->shares[0] - .1, $learned->weights->shares[0]);
        self::assertSame(1, 0 === $learned->moved($prior)[0]['part'] ? $learned->moved($prior)[1]['part'] : $learned->moved($prior)[0]['part']);
    }

    public function testLearningHoldsStillWhereNothingIsTold(): void
    {
        $prior = Weights::of(new Wanted(['a', 'b'], []));
        $row = ['values' => [.5, null], 'kept' => true];
        self::assertSame($prior, Learning::from($prior, [])->weights);
        self::assertSame(0, Learning::from($prior, [$row, $row, $row, $row, $row])->verdicts, 'all kept: nothing divides them');
        $same = Learning::from($prior, [$row, $row, ['kept' => false] + $row, ['kept' => false] + $row]);
        self::assertSame(4, $same->verdicts);
        self::assertEqualsWithDelta($prior->shares, $same->weights->shares, 1e-9, 'all alike');
        $zero = Weights::of(new Wanted(['a'], [], payTo: 1));
        self::assertSame(0.0, Learning::from($zero, [['values' => [.1, 1.0], 'kept' => true], ['values' => [.1, 1.0], 'kept' => true], ['values' => [.1, 0.0], 'kept' => false], ['values' => [.1, 0.0], 'kept' => false]])->weights->shares[1], 'what is to count for nothing never begins to');
    }

    public function testThoseAreAskedAboutWhoseVerdictsTellMost(): void
    {
        $prior = Weights::of(new Wanted(['a', 'b', 'c'], []));
        $people = ['middling' => [.5, .5, .5], 'first' => [1.0, .0, .5], 'her twin' => [1.0, .0, .5], 'against her' => [.0, 1.0, .5], 'and her twin' => [.0, 1.0, .5], 'third' => [.5, .5, .9], 'unknown' => [null, null, null]];
        $asked = Learning::telling($prior, [], $people, 2);
        self::assertContains($asked[0], ['first', 'her twin', 'against her', 'and her twin'], 'about whom opinions differ most');
        self::assertSame('third', $asked[1], 'her twin would tell the same once more');
        self::assertNotContains('unknown', Learning::telling($prior, [], $people, 5));

        // that the first must matters and the second does not is known by now, so who differs in the third tells more
        $verdicts = [];
        for ($i = 0; $i < 40; ++$i) {
            $verdicts[] = ['values' => [0 === $i % 2 ? .9 : .1, 0 === $i % 4 ? .9 : .1, .5], 'kept' => 0 === $i % 2];
        }
        self::assertSame('third', Learning::telling($prior, $verdicts, ['first' => [1.0, .5, .5], 'third' => [.5, .5, 1.0], 'middling' => [.3, .5, .2]], 1)[0]);
    }

    public function testNobodyIsAskedAboutWhereNothingCanBeTold(): void
    {
        $two = Weights::of(new Wanted(['a', 'b'], []));
        self::assertSame([], Learning::telling($two, [], [[.5, .2], [.5, .2], [.5, .2]], 3), 'all alike');
        self::assertSame([], Learning::telling($two, [], [], 3));
        self::assertSame([], Learning::telling(Weights::shares([1.0]), [], [[.1], [.9]], 3), 'one part needs no weighing');
    }

    /** @param list<Stint> $stints
     * @param list<string> $said */
    private static function person(array $stints, array $said = [], ?float $years = null, ?string $town = null, ?string $country = null, ?bool $moves = null, ?int $notice = null, ?\DateTimeImmutable $firstDay = null, ?int $expectsEuro = null): string
    {
        return Facts::of(new Profile(new Document(), $years, $stints, town: $town, country: $country, moves: $moves, notice: $notice, firstDay: $firstDay, expectsEuro: $expectsEuro, said: $said));
    }

    private static function fit(Wanted $wanted, string $facts): Fit
    {
        return Fit::of(new Measure($wanted, new \DateTimeImmutable(self::DAY)), Weights::of($wanted), $facts);
    }
}
