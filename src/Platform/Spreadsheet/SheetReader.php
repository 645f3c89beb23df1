<?php

declare(strict_types=1);

namespace Jorvent\Platform\Spreadsheet;

/** Reads the rows of an uploaded table one after another, in memory that does not grow with their number. CSV in any common encoding and XLSX are known by content, not by name. */
final class SheetReader
{
    public const MAX_BYTES = 20_000_000;
    public const MAX_COLUMNS = 200;
    /** Characters kept of a cell. */
    public const MAX_CELL = 20_000;

    /**
     * @return \Generator<int, list<string>> cells by row number as the file counts it, from 1; empty rows left out, days as "2026-03-01"
     *
     * @throws Unreadable also while rows are being read
     */
    public static function rows(string $file): \Generator
    {
        $size = @filesize($file);
        if (false === $size || 0 === $size) {
            throw new Unreadable('sheet_empty');
        }
        if ($size > self::MAX_BYTES) {
            throw new Unreadable('sheet_too_large', ['limit' => intdiv(self::MAX_BYTES, 1_000_000), 'size' => intdiv($size, 1_000_000)]);
        }
        $head = (string) file_get_contents($file, length: 8);
        if (str_starts_with($head, "\xD0\xCF\x11\xE0")) {
            throw new Unreadable('sheet_old_or_locked');
        }
        foreach (str_starts_with($head, "PK\x03\x04") ? XlsxRows::of($file) : CsvRows::of($file) as $number => $cells) {
            if (\count($cells) > self::MAX_COLUMNS) {
                throw new Unreadable('sheet_too_wide', ['limit' => self::MAX_COLUMNS]);
            }
            $cells = array_map(static fn (string $c): string => mb_substr(trim($c, " \t\n\r\0\x0B\u{00A0}"), 0, self::MAX_CELL), $cells);
            if ('' !== implode('', $cells)) {
                yield $number => $cells;
            }
        }
    }
}
