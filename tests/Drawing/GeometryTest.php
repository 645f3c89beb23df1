<?php

declare(strict_types=1);

namespace Jorvent\Tests\Drawing;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Interval;
use Jorvent\Drawing\BandRuler;
use Jorvent\Drawing\DayColumns;
use Jorvent\Drawing\DaysBar;
use Jorvent\Drawing\DayStrip;
use Jorvent\Drawing\DotRow;
use Jorvent\Drawing\Figures;
use Jorvent\Drawing\FitBar;
use Jorvent\Drawing\LadderBar;
use Jorvent\Drawing\Lifeline;
use Jorvent\Drawing\Mark;
use Jorvent\Drawing\MiniLine;
use Jorvent\Drawing\ProcessBand;
use Jorvent\Drawing\SpanBar;
use Jorvent\Drawing\Svg;
use Jorvent\Drawing\ZebraRuler;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Svg::class)]
#[CoversClass(FitBar::class)]
#[CoversClass(DaysBar::class)]
#[CoversClass(ZebraRuler::class)]
#[CoversClass(BandRuler::class)]
#[CoversClass(LadderBar::class)]
#[CoversClass(ProcessBand::class)]
#[CoversClass(Lifeline::class)]
final class GeometryTest extends TestCase
{
    public function testFitSegmentsFillTheBarByWeight(): void
    {
        $segments = FitBar::segments([['weight' => 3], ['weight' => 3], ['weight' => 2], ['weight' => 1]], 96);
        self::assertSame(0.0, $segments[0][0]);
        self::assertEqualsWithDelta(96, $segments[3][0] + $segments[3][1], .001);
        self::assertEqualsWithDelta(3.0, $segments[0][1] / $segments[3][1], .001);
        for ($i = 1; $i < 4; ++$i) {
            self::assertEqualsWithDelta(1.0, $segments[$i][0] - $segments[$i - 1][0] - $segments[$i - 1][1], .001, 'one pixel between');
        }
    }

    public function testNoTwoJobsOfARowShareAMonth(): void
    {
        self::assertSame([0, 1, 0, 2], array_values(self::sorted(Lifeline::lanes([[0, 10], [5, 20], [10, 15], [8, 12]]))));
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        for ($i = 0; $i < 200; ++$i) {
            $spans = array_map(static fn (int $n): array => [$n = $random->getInt(0, 90), $n + $random->getInt(1, 40)], range(1, $random->getInt(1, 12)));
            $lanes = Lifeline::lanes($spans);
            $deepest = 0;
            foreach ($spans as $a => $one) {
                $at = 0;
                foreach ($spans as $b => $other) {
                    $meet = $one[0] < $other[1] && $other[0] < $one[1];
                    self::assertFalse($a !== $b && $meet && $lanes[$a] === $lanes[$b]);
                    $at += $other[0] <= $one[0] && $one[0] < $other[1] ? 1 : 0;
                }
                $deepest = max($deepest, $at);
            }
            self::assertSame($deepest, 1 + max([0, ...$lanes]), 'as few rows as there can be');
        }
        $drawn = Lifeline::draw([['from' => 24_240, 'to' => 24_276, 'label' => 'Welder <b>, Yard', 'matched' => true, 'tied' => true]], [], [['from' => 24_276, 'to' => 24_288]], [['month' => 24_280, 'label' => 'TIG']], 24_240, 24_312, 'Working life');
        self::assertStringContainsString('class="life-match"', $drawn);
        self::assertStringContainsString('class="life-tie"', $drawn);
        self::assertStringContainsString('class="life-gap"', $drawn);
        self::assertStringNotContainsString('<b>', $drawn);
        self::assertStringContainsString('width="249"', $drawn, 'three of six years');
    }

    /**
     * @param array<int, int> $of
     *
     * @return array<int, int>
     */
    private static function sorted(array $of): array
    {
        ksort($of);

        return $of;
    }

    public function testDaysChangeToneAtTheLimit(): void
    {
        self::assertSame(['fine', 'soon', 'soon', 'over'], array_map(static fn (float $d): string => DaysBar::tone($d, 4), [2.9, 3.0, 4.0, 4.1]));
        self::assertStringContainsString('width="58"', DaysBar::draw(400, 4), 'clips at the end of the scale');
    }

    public function testRulerStepsAreRound(): void
    {
        $ruler = ZebraRuler::around(620_000, 760_000, 700);
        self::assertSame(20_000.0, $ruler->step);
        self::assertLessThanOrEqual(620_000, $ruler->from);
        self::assertGreaterThanOrEqual(760_000, $ruler->to);
        self::assertEqualsWithDelta(350, $ruler->x(($ruler->from + $ruler->to) / 2), .001);
        self::assertSame($ruler->x($ruler->to), $ruler->x(9e9), 'never past its end');
    }

    public function testLadderBarsAreLogarithmic(): void
    {
        self::assertSame(0.0, LadderBar::length(0, 1000, 250));
        self::assertEqualsWithDelta(250, LadderBar::length(1000, 1000, 250), .001);
        self::assertGreaterThan(125, LadderBar::length(100, 1000, 250));
        self::assertSame(0.0, LadderBar::length(5, 0, 250));
    }

    public function testTheBandGrowsWithTheRootOfPeople(): void
    {
        self::assertSame(2.0, ProcessBand::halfHeight(0));
        self::assertEqualsWithDelta(21, ProcessBand::halfHeight(100), .001);
        self::assertSame(22.0, ProcessBand::halfHeight(10_000));
        self::assertStringContainsString('preserveAspectRatio="none"', ProcessBand::draw([0, 5, 10, 3, 2, 1]));
    }

    public function testEveryDrawingIsWellFormedAndWithoutInlineStyle(): void
    {
        $day = new Interval(new \DateTimeImmutable('2026-01-15T07:00:00Z'), new \DateTimeImmutable('2026-01-15T19:00:00Z'));
        $attendee = new Attendee('1', new WorkingHours(new \DateTimeZone('UTC'), 480, 960), Intervals::of(new Interval($day->start, $day->start->modify('+3 hours'))));
        $part = static fn (string $coverage): array => ['weight' => 2, 'coverage' => $coverage, 'letter' => 'a', 'wanted' => '<PLC> & "drives"'];
        $drawings = [
            FitBar::draw([$part('covered'), $part('partly'), $part('missing'), $part('not_stated')], 'Fit <80>', letters: true), DaysBar::draw(3, 2), BandRuler::draw(620, 760, 650, 700, 'range'), BandRuler::draw(620_000, 760_000, 990_000, null, 'outside'), BandRuler::draw(1, 2, null, null, 'none'),
            LadderBar::draw(10, 5, 100), ProcessBand::draw([0, 1, 2, 3, 4, 5]), MiniLine::draw([['number' => '✓', 'people' => 3, 'mark' => 'late'], ['number' => '0', 'people' => 0, 'mark' => 'soon'], ['number' => '2', 'people' => 1, 'mark' => null]], 'mini'),
            DotRow::draw([['letter' => 'M', 'value' => 5], ['letter' => 'H', 'value' => 5], ['letter' => 'R', 'value' => 2]], 400, true, 'Crew'), DotRow::draw([], null, false, 'nobody'), DayStrip::draw($attendee, $day, [new Interval($day->start->modify('+4 hours'), $day->start->modify('+5 hours'))], 'Mo'), DayStrip::scale(), DayColumns::draw([1, 5, 0, 3], 'visits'),
            ...array_map(static fn (string $kind): string => Mark::draw($kind, 'a "mark"'), Mark::kinds()),
        ];
        foreach ($drawings as $svg) {
            self::assertTrue((new \DOMDocument())->loadXML($svg), $svg);
            self::assertStringNotContainsString('style=', $svg);
            self::assertStringNotContainsString('NAN', strtoupper($svg));
            self::assertMatchesRegularExpression('/aria-(label|hidden)=/', $svg);
        }
    }

    public function testWhatLiesOutsideTheBandIsHatched(): void
    {
        self::assertStringNotContainsString('jv-rust', BandRuler::draw(620_000, 760_000, 640_000, 750_000, 'inside'));
        self::assertStringContainsString('jv-rust', BandRuler::draw(620_000, 760_000, 640_000, 790_000, 'above'));
        self::assertStringContainsString('jv-rust', BandRuler::draw(620_000, 760_000, 590_000, 750_000, 'below'));
    }

    public function testFigures(): void
    {
        self::assertSame(["1\u{2009}284", "\u{2212}5", '+82', '4.39', '0.05'], [Figures::thousands(1284), Figures::thousands(-5), Figures::signed(82), Figures::hundredths(439), Figures::hundredths(5)]);
    }

    public function testATimeStandsWhereItsYearsStand(): void
    {
        [$first, $last] = [12 * 2010, 12 * 2020];
        self::assertSame(1, preg_match('/<rect x="([\d.]+)"[^>]* width="([\d.]+)"/', SpanBar::draw(12 * 2015, 12 * 2020, $first, $last, 'spell'), $m));
        self::assertSame([95.0, 95.0], [(float) $m[1], (float) $m[2]], 'the second half of ten years');
        self::assertSame(1, preg_match('/width="2"[^>]* class="span-unsure"/', SpanBar::draw(12 * 2015, 12 * 2015, $first, $last, 'unsure')), 'a month is still seen');
        foreach ([1, 3, 7, 12, 25, 44] as $years) {
            self::assertGreaterThan(0, preg_match_all('/<text x="([\d.]+)"/', SpanBar::axis($first, $first + 12 * $years), $at), "$years years");
            $places = array_map(floatval(...), $at[1]);
            for ($i = 1; $i < \count($places); ++$i) {
                self::assertGreaterThanOrEqual(35.9, $places[$i] - $places[$i - 1], 'years do not run into one another');
            }
            self::assertLessThan(165, max([0.0, ...$places]));
        }
    }
}
