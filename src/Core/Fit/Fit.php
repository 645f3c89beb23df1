<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/**
 * How well a person answers a brief: the weighted sum of its parts, in hundredths. A part nobody told of takes the mean of the people compared, and the score shows what it could be at best and at worst. Example: two musts of
 * equal weight, one worth .8, one not known where others have .5 in the mean, is 65, at least 40 and at most 90. Nothing known at all is no score.
 */
final readonly class Fit
{
    /** @param list<Part> $parts */
    public function __construct(public ?int $score, public int $least, public int $most, public array $parts)
    {
    }

    /**
     * @param list<float> $means by part, of those compared; none: one half each
     */
    public static function of(Measure $measure, Weights $weights, string $facts, array $means = []): self
    {
        $parts = $values = [];
        foreach ($measure->all($facts) as $i => [$value, $reason, $why]) {
            ['kind' => $kind, 'text' => $text] = $measure->parts[$i];
            $parts[] = new Part(\chr(97 + $i % 26), $kind, $text, (int) round(1000 * $weights->shares[$i]), $value, $reason, $why);
            $values[] = $value;
        }
        [$score, $least, $most] = self::score($values, $weights, $means);

        return new self($score, $least, $most, $parts);
    }

    /**
     * @param list<float|null> $values
     * @param list<float>      $means
     *
     * @return array{int|null, int, int} score, at least, at most
     */
    public static function score(array $values, Weights $weights, array $means): array
    {
        $sum = $open = $known = 0.0;
        $told = false;
        foreach ($values as $i => $value) {
            $share = $weights->shares[$i];
            if (null === $value) {
                $sum += $share * ($means[$i] ?? .5);
                $open += $share;
            } else {
                $known += $share * $value;
                $told = true;
            }
        }

        return $told ? [self::hundredths($known + $sum), self::hundredths($known), self::hundredths($known + $open)] : [null, 0, 100];
    }

    /**
     * @param iterable<list<float|null>> $all values of the people compared
     *
     * @return list<float> the mean of what is known, by part; one half where nobody told
     */
    public static function means(iterable $all, int $parts): array
    {
        $sums = $counts = 0 === $parts ? [] : array_fill(0, $parts, 0);
        foreach ($all as $values) {
            foreach ($values as $i => $value) {
                if (null !== $value) {
                    $sums[$i] += $value;
                    ++$counts[$i];
                }
            }
        }

        return array_map(static fn (int|float $sum, int $n): float => 0 === $n ? .5 : $sum / $n, $sums, $counts);
    }

    private static function hundredths(float $sum): int
    {
        return (int) round(100 * $sum);
    }
}
