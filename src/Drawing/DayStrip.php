<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Shared\Interval;

/** One person's day between two hours of a zone: white working, hatched busy, w2 off hours, magenta the hour chosen. */
final class DayStrip
{
    /** @param list<Interval> $proposals */
    public static function draw(Attendee $attendee, Interval $day, array $proposals, string $label, float $width = 640): string
    {
        $x = static fn (\DateTimeImmutable $t): float => $width * ($t->getTimestamp() - $day->start->getTimestamp()) / ($day->end->getTimestamp() - $day->start->getTimestamp());
        $block = static fn (Interval $i, string $class, float $y = 1, float $h = 26): string => Svg::element('rect', ['x' => max(0.0, $x($i->start)), 'y' => $y, 'width' => min($width, $x($i->end)) - max(0.0, $x($i->start)), 'height' => $h, 'class' => $class]);
        $svg = Svg::element('rect', ['x' => 0, 'y' => 1, 'width' => $width, 'height' => 26, 'fill' => 'var(--jv-w2)']);
        foreach ($attendee->hours->within($day)->list as $working) {
            $svg .= $block($working, 'strip-working');
        }
        foreach (Intervals::of($day)->and($attendee->busy)->list as $busy) {
            $svg .= $block($busy, 'strip-busy');
            for ($h = $x($busy->start) + 4; $h < min($width, $x($busy->end)); $h += 5) {
                $svg .= Svg::element('path', ['d' => \sprintf('M%s 27L%s 1', Svg::number(max($x($busy->start), $h - 4)), Svg::number($h)), 'class' => 'strip-hatch']);
            }
        }
        foreach ($proposals as $proposal) {
            if ($day->contains($proposal)) {
                $svg .= $block($proposal, 'strip-proposal', 2, 24);
            }
        }

        return Svg::picture($width, 28, $svg, $label, 'drawing');
    }

    /** Hours above the strips, from seven to seven. */
    public static function scale(float $width = 640): string
    {
        $svg = '';
        for ($hour = 0; $hour < 12; ++$hour) {
            $x = $width * $hour / 12;
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 13, 'width' => $width / 12, 'height' => 4, 'fill' => 0 === $hour % 2 ? 'var(--jv-ink)' : 'var(--jv-paper)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => .8]);
            if (0 === $hour % 2) {
                $svg .= Svg::text($x + 1, 10, \sprintf('%02d', 7 + $hour), 't-tick t-slate');
            }
        }

        return Svg::picture($width, 18, $svg, null, 'drawing');
    }
}
