<?php

declare(strict_types=1);

namespace Jorvent\Platform\Spreadsheet;

/** RFC 4180 with what the world makes of it: semicolons, tabs, UTF-16, Windows-1252, a byte order mark, a "sep=" line. */
final class CsvRows
{
    /** @return \Generator<int, list<string>> */
    public static function of(string $file): \Generator
    {
        $sample = (string) file_get_contents($file, length: 65_536);
        $encoding = match (true) {
            str_starts_with($sample, "\xFF\xFE") => 'UTF-16LE', str_starts_with($sample, "\xFE\xFF") => 'UTF-16BE',
            mb_check_encoding(self::whole($sample), 'UTF-8') => 'UTF-8', default => 'Windows-1252',
        };
        $text = 'UTF-8' === $encoding ? $sample : mb_convert_encoding($sample, 'UTF-8', $encoding);
        if (str_contains('UTF-8' === $encoding || 'Windows-1252' === $encoding ? $sample : '', "\0")) {
            throw new Unreadable('sheet_not_a_table');
        }
        $text = preg_replace('/^\x{FEFF}/u', '', \is_string($text) ? $text : '') ?? '';
        $separator = self::separator($text);
        $handle = fopen($file, 'r') ?: throw new Unreadable('sheet_empty');
        if ('UTF-8' !== $encoding) {
            stream_filter_append($handle, 'convert.iconv.'.$encoding.'/UTF-8', \STREAM_FILTER_READ);
        }
        try {
            for ($number = 1; false !== $cells = fgetcsv($handle, null, $separator, '"', ''); ++$number) {
                $cells = array_map(static fn (?string $c): string => mb_scrub($c ?? ''), $cells);
                if (1 === $number) {
                    $cells[0] = (string) preg_replace('/^\x{FEFF}"?/u', '', $cells[0]);
                    if (str_starts_with($cells[0], 'sep=')) {
                        continue;
                    }
                }
                yield $number => array_values($cells);
            }
        } finally {
            fclose($handle);
        }
    }

    /** The separator that splits the first lines into the same, largest number of cells. */
    private static function separator(string $text): string
    {
        if (1 === preg_match('/^sep=(.)\R/', $text, $m)) {
            return $m[1];
        }
        $lines = \array_slice(preg_split('/\R/', $text, 12) ?: [], 0, 10);
        $best = [',', 0];
        foreach ([',', ';', "\t", '|'] as $candidate) {
            $counts = array_map(static fn (string $l): int => \count(str_getcsv($l, $candidate, '"', '')), array_filter($lines, static fn (string $l): bool => '' !== trim($l)));
            $score = [] === $counts ? 0 : ($counts[0] > 1 ? $counts[0] * 10 + \count(array_filter($counts, static fn (int $c): bool => $c === $counts[0])) : 0);
            if ($score > $best[1]) {
                $best = [$candidate, $score];
            }
        }

        return $best[0];
    }

    /** Without a character cut in two at its end. */
    private static function whole(string $sample): string
    {
        return (string) preg_replace('/[\xC0-\xFF][\x80-\xBF]{0,3}$/', '', $sample);
    }
}
