<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** The drawings of one line of the adverts: how long it runs, what it brought, what one of them costs. */
final class PostingBars
{
    /** Days from the left edge to the right; today stands in the middle. */
    public const SPAN = 90;
    private const WIDTH = 160.0;
    private const COST = [10.0, 2000.0];

    /** Done in deep water, ahead pale; dashed when it has not begun; the zebra scale has a block a week. */
    public static function run(?\DateTimeImmutable $from, ?\DateTimeImmutable $until, \DateTimeImmutable $today, bool $begun, string $label): string
    {
        $at = static fn (?\DateTimeImmutable $day, float $else): float => null === $day ? $else : max(0.0, min(self::WIDTH, self::WIDTH / 2 + self::WIDTH / self::SPAN * ($day->getTimestamp() - $today->getTimestamp()) / 86400));
        $svg = '';
        $block = self::WIDTH / self::SPAN * 7;
        for ($i = 0; $i * $block < self::WIDTH; ++$i) {
            $svg .= Svg::element('rect', ['x' => $i * $block, 'y' => 11, 'width' => min($block, self::WIDTH - $i * $block), 'height' => 5, 'fill' => 1 === $i % 2 ? 'var(--jv-ink)' : 'var(--jv-sheet)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => .7]);
        }
        $now = self::WIDTH / 2;
        [$a, $b] = [$at($from, 0.0), $at($until?->modify('+1 day'), self::WIDTH)];
        if ($begun && $a < $now) {
            $svg .= Svg::element('rect', ['x' => $a, 'y' => 3, 'width' => max(0.5, min($b, $now) - $a), 'height' => 6, 'fill' => 'var(--jv-deep)', 'stroke' => 'var(--jv-deep)']);
        }
        if ($b > $now) {
            $svg .= Svg::element('rect', ['x' => max($a, $now), 'y' => 3, 'width' => max(0.5, $b - max($a, $now)), 'height' => 6, 'fill' => $begun ? 'var(--jv-w2)' : 'none', 'stroke' => $begun ? 'var(--jv-deep)' : 'var(--jv-edge)', 'stroke-dasharray' => $begun ? null : '2 2']);
        }

        return Svg::picture(self::WIDTH, 19, $svg.Svg::element('path', ['d' => 'M'.Svg::number($now).' 0V18', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]), $label);
    }

    /**
     * A band that narrows from visits to qualified; its height goes by the root, so that the last ones can still be seen.
     *
     * @param array{int, int, int, int} $counts visits, started, finished, qualified
     */
    public static function funnel(array $counts, string $label, float $width = 420): string
    {
        $x = array_map(static fn (float $at): float => $at * $width / 420, [6.0, 144.0, 268.0, 358.0, 414.0]);
        $half = array_map(static fn (int $n): float => 0 === $n ? 0.6 : min(13.0, 1 + 0.28 * sqrt($n)), $counts);
        $svg = '';
        foreach ([['var(--jv-w1)', 1.0], ['var(--jv-w2)', .66], ['var(--jv-w3)', .33]] as $i => [$fill, $share]) {
            $top = $bottom = '';
            foreach ($half as $j => $h) {
                $top .= (0 === $j ? 'M' : ' C'.Svg::number($x[$j] - 12).' '.Svg::number(15 - $half[$j - 1] * $share).' '.Svg::number($x[$j] - 12).' '.Svg::number(15 - $h * $share).' ').Svg::number($x[$j]).' '.Svg::number(15 - $h * $share).' L'.Svg::number($x[$j + 1] - (3 === $j ? 0 : 24)).' '.Svg::number(15 - $h * $share);
                $bottom = ' L'.Svg::number($x[$j + 1] - (3 === $j ? 0 : 24)).' '.Svg::number(15 + $h * $share).' L'.Svg::number($x[$j]).' '.Svg::number(15 + $h * $share).$bottom;
            }
            $svg .= Svg::element('path', ['d' => $top.$bottom.'Z', 'fill' => $fill, 'stroke' => 0 === $i ? 'var(--jv-deep)' : null, 'stroke-width' => 0 === $i ? .7 : null]);
        }
        foreach ($counts as $j => $n) {
            $svg .= Svg::text($x[$j] + 2, 20, number_format($n, 0, '', ' '), 't-snd');
            if ($j > 0 && $counts[$j - 1] > 0) {
                $share = 100 * $n / $counts[$j - 1];
                $svg .= Svg::text(($x[$j - 1] + $x[$j]) / 2 + 10, 36, number_format($share, $share < 10 ? 1 : 0, '.', '').' %', 't-tick', 'middle');
            }
        }

        return Svg::picture($width, 38, $svg, $label);
    }

    /**
     * One cost and its range on a scale of tens; an arrow where the range has no end in sight.
     *
     * @param array{per: float|null, low: float, high: float|null} $cost
     */
    public static function cost(array $cost, ?float $middle, string $label): string
    {
        $x = static fn (float $v): float => 4 + 168 * (log(max(self::COST[0], min(self::COST[1], $v))) - log(self::COST[0])) / (log(self::COST[1]) - log(self::COST[0]));
        $svg = Svg::element('path', ['d' => 'M4 20H172', 'stroke' => 'var(--jv-hair)']);
        foreach ([10, 20, 50, 100, 200, 500, 1000, 2000] as $tick) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x($tick)).' 17V21', 'stroke' => 'var(--jv-edge)']);
        }
        if (null !== $middle && $middle > 0) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x($middle)).' 3V20', 'stroke' => 'var(--jv-ink)', 'stroke-dasharray' => '2 2']);
        }
        if ($cost['low'] > 0) {
            $dear = null === $cost['per'] || (null !== $middle && $cost['low'] > $middle);
            $colour = $dear ? 'var(--jv-rust)' : 'var(--jv-deep)';
            [$a, $b] = [$x($cost['low']), $x($cost['high'] ?? self::COST[1])];
            $svg .= Svg::element('path', ['d' => \sprintf('M%s 11H%s M%s 7V15 %s', Svg::number($a), Svg::number($b), Svg::number($a), null === $cost['high'] ? \sprintf('M%s 7l4 4-4 4', Svg::number($b - 4)) : \sprintf('M%s 7V15', Svg::number($b))), 'stroke' => $colour, 'stroke-width' => 1.5, 'fill' => 'none']);
            if (null !== $cost['per']) {
                $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x($cost['per'])).' 6l5 5-5 5-5-5Z', 'fill' => $colour, 'stroke' => 'var(--jv-sheet)']);
            }
        }

        return Svg::picture(176, 23, $svg, $label);
    }
}
