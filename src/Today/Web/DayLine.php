<?php

declare(strict_types=1);

namespace Jorvent\Today\Web;

use Jorvent\Core\Shared\Interval;
use Jorvent\Drawing\Svg;
use Jorvent\Platform\Database\Record;

/** One's day from seven to seven on a zebra ruler, with the interviews on it and the moment it is. */
final readonly class DayLine
{
    public const FIRST_HOUR = 7;
    public const LAST_HOUR = 19;

    /** @param list<Record> $interviews */
    public function __construct(private Interval $day, private \DateTimeImmutable $now, public array $interviews)
    {
    }

    public function svg(string $label, float $width = 1256): string
    {
        $svg = '';
        $hour = $width / (self::LAST_HOUR - self::FIRST_HOUR);
        for ($i = 0; $i < 2 * (self::LAST_HOUR - self::FIRST_HOUR); ++$i) {
            $svg .= Svg::element('rect', ['x' => $i * $hour / 2, 'y' => 50, 'width' => $hour / 2, 'height' => 5, 'fill' => 0 === $i % 2 ? 'var(--jv-ink)' : 'var(--jv-paper)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => .8]);
        }
        for ($h = self::FIRST_HOUR; $h < self::LAST_HOUR; ++$h) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number(($h - self::FIRST_HOUR) * $hour).' 34V50', 'stroke' => 'var(--jv-hair)']).Svg::text(($h - self::FIRST_HOUR) * $hour + 3, 46, \sprintf('%02d', $h), 't-tick t-slate');
        }
        foreach ($this->interviews as $row) {
            $x = $this->x($row->instant('starts'), $width);
            $w = max(70.0, $this->x($row->instant('ends'), $width) - $x);
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 5, 'width' => $w, 'height' => 30, 'fill' => 'var(--jv-w1)', 'stroke' => 'var(--jv-deep)']).Svg::text($x + 5, 17, mb_strimwidth($row->str('person'), 0, (int) ($w / 6.2), '…'), 't-strong').Svg::text($x + 5, 29.5, mb_strimwidth($row->str('opening'), 0, (int) ($w / 6), '…'), 't-tick t-slate');
        }
        $x = max(22.0, min($width - 22, $this->x($this->now, $width)));
        $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x).' 0V56', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]).Svg::element('rect', ['x' => $x - 22, 'y' => 0, 'width' => 44, 'height' => 15, 'fill' => 'var(--jv-mag)']).Svg::text($x, 11.5, $this->now->setTimezone($this->day->start->getTimezone())->format('H:i'), 't-onmag', 'middle');

        return Svg::element('svg', ['xmlns' => 'http://www.w3.org/2000/svg', 'class' => 'dayline', 'width' => '100%', 'height' => 60, 'viewBox' => '0 0 '.Svg::number($width).' 60', 'role' => 'img', 'aria-label' => $label], $svg);
    }

    public function x(\DateTimeImmutable $at, float $width): float
    {
        $hours = ($at->getTimestamp() - $this->day->start->getTimestamp()) / 3600 - self::FIRST_HOUR;

        return max(0.0, min($width, $width * $hours / (self::LAST_HOUR - self::FIRST_HOUR)));
    }
}
