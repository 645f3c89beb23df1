<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/**
 * Counts of people that may be shown without showing a person: a group under the smallest size is left out, and with it as many others as keep it from being found by taking what is shown from a total
 * (primary and complementary cell suppression; Hundepool et al., Statistical Disclosure Control, 2012, chapter 4).
 */
final class SmallGroups
{
    /**
     * One question: how many gave each answer.
     *
     * @param array<string, int> $counts   by answer
     * @param positive-int       $smallest group that may be shown
     *
     * @return array<string, int|null>|null by answer, null for what is not shown; null altogether when the whole is too small
     */
    public static function of(array $counts, int $smallest): ?array
    {
        return self::among(['' => $counts], $smallest)[''];
    }

    /**
     * Several groups of one whole, such as departments or quarters, each answering the same question: in each group, and for each answer over all groups, what is left out is no single number and together no small group.
     *
     * @param array<string, array<string, int>> $groups   counts by answer, by group; the same answers in each
     * @param positive-int                      $smallest
     *
     * @return array<string, array<string, int|null>|null> as of(), by group
     */
    public static function among(array $groups, int $smallest): array
    {
        $hidden = $lines = [];
        foreach ($groups as $group => $counts) {
            $small = array_sum($counts) < $smallest;
            foreach ($counts as $answer => $n) {
                $hidden[$group][$answer] = $small || ($n > 0 && $n < $smallest);
                $lines['group '.$group][] = $lines['answer '.$answer][] = [$group, $answer];
            }
        }
        // one group alone has no answers over all groups to be taken from
        $lines = 1 < \count($groups) ? $lines : array_filter($lines, static fn (string $line): bool => str_starts_with($line, 'group'), \ARRAY_FILTER_USE_KEY);
        do {
            $again = false;
            foreach ($lines as $line) {
                $out = array_values(array_filter($line, static fn (array $c): bool => $hidden[$c[0]][$c[1]] && $groups[$c[0]][$c[1]] > 0));
                $in = array_values(array_filter($line, static fn (array $c): bool => !$hidden[$c[0]][$c[1]] && $groups[$c[0]][$c[1]] > 0));
                $sum = array_sum(array_map(static fn (array $c): int => $groups[$c[0]][$c[1]], $out));
                if ([] !== $out && [] !== $in && (1 === \count($out) || $sum < $smallest)) {
                    usort($in, static fn (array $a, array $b): int => $groups[$a[0]][$a[1]] <=> $groups[$b[0]][$b[1]]);
                    $hidden[$in[0][0]][$in[0][1]] = $again = true;
                }
            }
        } while ($again);
        $shown = [];
        foreach ($groups as $group => $counts) {
            $shown[$group] = array_sum($counts) < $smallest ? null : array_combine(array_keys($counts), array_map(static fn (string|int $answer, int $n): ?int => $hidden[$group][$answer] ? null : $n, array_keys($counts), $counts));
        }

        return $shown;
    }
}
