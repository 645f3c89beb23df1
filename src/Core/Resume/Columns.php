<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/**
 * Sets columns apart that a page has side by side: text laid out with blanks comes out as the left column and then the right, page by page. A gutter is a strip of blanks that nearly every line leaves free, with lines of words
 * on both sides; dates at the right margin are no column, for beside them hardly anything else stands there.
 */
final class Columns
{
    private const GUTTER = 3;
    private const CROSSING = .06;
    private const BESIDE = .25;

    public static function apart(string $text): string
    {
        return implode("\n", array_map(self::page(...), explode("\f", $text)));
    }

    private static function page(string $page): string
    {
        $lines = array_map(static fn (string $l): array => mb_str_split(rtrim($l)), explode("\n", $page));
        $full = array_values(array_filter($lines, static fn (array $l): bool => [] !== $l));
        if (\count($full) < 8) {
            return $page;
        }
        $width = max(array_map(\count(...), $full));
        $best = null;
        for ($x = 10; $x < $width - 14; ++$x) {
            $crossing = $both = 0;
            foreach ($full as $line) {
                $free = true;
                for ($i = 0; $i < self::GUTTER && $free; ++$i) {
                    $free = ' ' === ($line[$x + $i] ?? ' ');
                }
                $crossing += $free ? 0 : 1;
                if ($free && self::words(\array_slice($line, $x + self::GUTTER)) && [] !== array_filter(\array_slice($line, 0, $x), static fn (string $c): bool => ' ' !== $c)) {
                    ++$both;
                }
            }
            $score = $both / \count($full) - 3 * $crossing / \count($full);
            if ($crossing <= self::CROSSING * \count($full) + 3 && $both >= max(4, self::BESIDE * \count($full)) && (null === $best || $score > $best[1])) {
                $best = [$x, $score];
            }
        }
        if (null === $best) {
            return $page;
        }
        $left = $right = $top = [];
        foreach ($lines as $line) {
            $at = $best[0];
            $crosses = '' !== trim(implode('', \array_slice($line, $at, self::GUTTER)));
            if ($crosses) {
                // a line over both columns, such as the name on top, parts what is above it from what is below
                $top = [...$top, ...$left, ...$right, rtrim(implode('', $line))];
                $left = $right = [];
                continue;
            }
            $left[] = rtrim(implode('', \array_slice($line, 0, $at)));
            $right[] = rtrim((string) preg_replace('/^ {1,2}(?=\S)/', '', implode('', \array_slice($line, $at + self::GUTTER))));
        }

        return implode("\n", [...$top, ...$left, '', ...self::outdented($right)]);
    }

    /** @param list<string> $rest whether what stands there is words, not just a time */
    private static function words(array $rest): bool
    {
        $text = trim(implode('', $rest));
        $bare = (string) preg_replace('~(?:\b\p{L}{3,10}\.? )?\b(?:19|20)\d\d\b|\b\d{1,2}[./]\d{2,4}|[–—\-/.]|\b(?:present|now|obecnie|d\.d|nå|do|til|to)\b~iu', '', $text);

        return mb_strlen((string) preg_replace('/[^\p{L}]/u', '', $bare)) >= 3;
    }

    /**
     * @param list<string> $lines
     *
     * @return list<string> moved to the left margin together
     */
    private static function outdented(array $lines): array
    {
        $indents = array_map(static fn (string $l): int => \strlen($l) - \strlen(ltrim($l)), array_filter($lines, static fn (string $l): bool => '' !== $l));
        $least = [] === $indents ? 0 : min($indents);

        return array_map(static fn (string $l): string => substr($l, min($least, \strlen($l))), $lines);
    }
}
