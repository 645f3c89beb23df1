<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Alternating ink and paper blocks, one per unit, with ticks below; a scale for time, age and money. */
final readonly class ZebraRuler
{
    public function __construct(public float $from, public float $to, public float $step, public float $width, public float $left = 0)
    {
        if ($from >= $to || $step <= 0) {
            throw new \LogicException('A ruler runs upwards in steps.');
        }
    }

    /** A ruler that holds all given values with a margin, in round steps (1, 2 or 5 times a power of ten). */
    public static function around(float $lowest, float $highest, float $width, float $left = 0, int $blocks = 14): self
    {
        $raw = max(1e-9, $highest - $lowest) * 1.16 / $blocks;
        $power = 10 ** floor(log10($raw));
        $step = $power * match (true) {
            $raw / $power <= 1 => 1, $raw / $power <= 2 => 2, $raw / $power <= 5 => 5, default => 10,
        };
        $margin = .08 * ($highest - $lowest);

        return new self(floor(($lowest - $margin) / $step) * $step, ceil(($highest + $margin) / $step) * $step, $step, $width, $left);
    }

    public function x(float $value): float
    {
        return $this->left + $this->width * (max($this->from, min($this->to, $value)) - $this->from) / ($this->to - $this->from);
    }

    /** @param callable(float): string $label */
    public function draw(float $y, callable $label, int $every = 2): string
    {
        $svg = '';
        $blocks = (int) round(($this->to - $this->from) / $this->step);
        for ($i = 0; $i < $blocks; ++$i) {
            $x = $this->x($this->from + $i * $this->step);
            $svg .= Svg::element('rect', ['x' => $x, 'y' => $y, 'width' => $this->x($this->from + ($i + 1) * $this->step) - $x, 'height' => 5, 'fill' => 0 === $i % 2 ? 'var(--jv-ink)' : 'var(--jv-paper)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => .8]);
            if (0 === $i % $every && $i > 0) {
                $svg .= Svg::text($x, $y + 16, $label($this->from + $i * $this->step), 't-tick', 'middle');
            }
        }

        return $svg;
    }
}
