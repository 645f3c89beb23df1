<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Spells and education on one scale of months, with the time between spells of which nothing is told. A gap is shown, never judged. */
final readonly class Timeline
{
    /** Shorter ones are the time between two contracts. */
    public const GAP_MONTHS = 3;

    /**
     * @param list<array{kind: 'spell'|'school'|'gap', from: int, to: int, ongoing: bool, sure: string, one: array<array-key, mixed>}> $lines newest first; from the first month to the month after the last
     * @param int                                                                                                                     $from  first month of the scale, a January
     * @param int                                                                                                                     $to    month after its last
     */
    private function __construct(public array $lines, public int $from, public int $to)
    {
    }

    /**
     * @param array<array-key, array<array-key, mixed>> $spells    as of Corrections::over()
     * @param array<array-key, array<array-key, mixed>> $education
     * @param int                                       $now       month
     */
    public static function of(array $spells, array $education, int $now): self
    {
        $lines = $worked = [];
        foreach (['spell' => $spells, 'school' => $education] as $kind => $all) {
            foreach ($all as $one) {
                $span = self::span($one, $now);
                if (null === $span) {
                    continue;
                }
                $lines[] = ['kind' => $kind, 'from' => $span[0], 'to' => $span[1], 'ongoing' => true === ($one['ongoing'] ?? false), 'sure' => \is_string($one['sure'] ?? null) ? $one['sure'] : '', 'one' => $one];
                $worked[] = $span;
            }
        }
        // education fills a gap as work does; what is unsure leaves no gap either, for nobody knows
        foreach (self::gaps($worked) as [$from, $to]) {
            $lines[] = ['kind' => 'gap', 'from' => $from, 'to' => $to, 'ongoing' => false, 'sure' => '', 'one' => []];
        }
        usort($lines, static fn (array $a, array $b): int => [$b['to'], $b['from']] <=> [$a['to'], $a['from']]);
        $first = [] === $lines ? $now : min(array_column($lines, 'from'));
        $last = [] === $lines ? $now : max(array_column($lines, 'to'));

        return new self($lines, 12 * intdiv($first, 12), max($last, 12 * intdiv($first, 12) + 12));
    }

    /**
     * @param list<array{int, int}> $spans from the first month to the month after the last
     *
     * @return list<array{int, int}>
     */
    private static function gaps(array $spans): array
    {
        sort($spans);
        $gaps = [];
        $end = null;
        foreach ($spans as [$from, $to]) {
            if (null !== $end && $from - $end >= self::GAP_MONTHS) {
                $gaps[] = [$end, $from];
            }
            $end = max($end ?? $to, $to);
        }

        return $gaps;
    }

    /**
     * @param array<array-key, mixed> $one
     *
     * @return array{int, int}|null
     */
    private static function span(array $one, int $now): ?array
    {
        $from = Corrections::month($one['from'] ?? null);
        $to = Corrections::month($one['to'] ?? null);
        $ongoing = true === ($one['ongoing'] ?? false);
        if (null === $from && null === $to) {
            return null;
        }
        $years = 4 === \strlen(\is_string($one['from'] ?? null) ? $one['from'] : (\is_string($one['to'] ?? null) ? $one['to'] : ''));

        return (new Period($from ?? $to, $ongoing ? null : $to ?? $from, $ongoing, $years, true, 0, ''))->span($now);
    }
}
