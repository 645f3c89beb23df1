<?php

declare(strict_types=1);

namespace Jorvent\Platform\Spreadsheet;

/** The first sheet of an Office Open XML workbook (ECMA-376), read as a stream. Macros, external entities and bombs are refused, formulas are taken as the values last computed. */
final class XlsxRows
{
    private const MAX_UNPACKED = 200_000_000;
    private const MAX_STRINGS = 400_000;
    private const MAX_STRING_BYTES = 40_000_000;
    /** Built-in number formats that show a day (ECMA-376 part 1, 18.8.30). */
    private const DAY_FORMATS = [14, 15, 16, 17, 22, 27, 30, 36, 50, 57];

    /** @return \Generator<int, list<string>> */
    public static function of(string $file): \Generator
    {
        $zip = new \ZipArchive();
        if (true !== $zip->open($file, \ZipArchive::RDONLY)) {
            throw new Unreadable('sheet_broken');
        }
        try {
            self::inspect($zip);
            $sheet = self::firstSheet($zip);
            $strings = self::strings($file, $zip);
            $days = self::dayStyles($zip);
            $base = str_contains((string) $zip->getFromName('xl/workbook.xml', 20_000), 'date1904="1"') ? '1904-01-01' : '1899-12-30';
        } finally {
            $zip->close();
        }
        yield from self::rows($file, $sheet, $strings, $days, new \DateTimeImmutable($base.'T00:00:00Z'));
    }

    private static function inspect(\ZipArchive $zip): void
    {
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $entry = $zip->statIndex($i);
            if (false === $entry) {
                throw new Unreadable('sheet_broken');
            }
            if (1 === preg_match('/vbaProject|macrosheet|activeX/i', $entry['name'])) {
                throw new Unreadable('sheet_with_macros');
            }
            $unpacked += $entry['size'];
        }
        if ($unpacked > self::MAX_UNPACKED || $zip->numFiles > 2000) {
            throw new Unreadable('sheet_bomb');
        }
        if (false === $zip->locateName('xl/workbook.xml')) {
            throw new Unreadable('sheet_not_a_table');
        }
    }

    private static function firstSheet(\ZipArchive $zip): string
    {
        $workbook = self::xml((string) $zip->getFromName('xl/workbook.xml'));
        $relations = self::xml((string) $zip->getFromName('xl/_rels/workbook.xml.rels'));
        $sheet = $workbook->getElementsByTagNameNS('*', 'sheet')->item(0);
        $wanted = $sheet?->getAttributeNS('http://schemas.openxmlformats.org/officeDocument/2006/relationships', 'id');
        foreach ($relations->getElementsByTagNameNS('*', 'Relationship') as $relation) {
            if ($relation->getAttribute('Id') === $wanted) {
                $target = $relation->getAttribute('Target');

                return str_starts_with($target, '/') ? substr($target, 1) : 'xl/'.$target;
            }
        }
        throw new Unreadable('sheet_broken');
    }

    /** @return list<string> */
    private static function strings(string $file, \ZipArchive $zip): array
    {
        if (false === $zip->locateName('xl/sharedStrings.xml')) {
            return [];
        }
        $reader = self::reader($file, 'xl/sharedStrings.xml');
        $strings = [];
        $bytes = 0;
        while ($reader->read()) {
            if (\XMLReader::ELEMENT === $reader->nodeType && 'si' === $reader->localName) {
                $strings[] = $text = self::text($reader);
                $bytes += \strlen($text);
                if (\count($strings) > self::MAX_STRINGS || $bytes > self::MAX_STRING_BYTES) {
                    throw new Unreadable('sheet_bomb');
                }
            }
        }
        $reader->close();

        return $strings;
    }

    /** @return array<int, true> cell styles that show a day */
    private static function dayStyles(\ZipArchive $zip): array
    {
        $xml = (string) $zip->getFromName('xl/styles.xml', 5_000_000);
        if ('' === $xml) {
            return [];
        }
        $styles = self::xml($xml);
        $formats = array_fill_keys(self::DAY_FORMATS, true);
        foreach ($styles->getElementsByTagNameNS('*', 'numFmt') as $format) {
            $code = (string) preg_replace('/"[^"]*"|\[[^\]]*\]|\\\\./', '', $format->getAttribute('formatCode'));
            if (1 === preg_match('/[dy]/i', $code)) {
                $formats[(int) $format->getAttribute('numFmtId')] = true;
            }
        }
        $days = [];
        $cells = $styles->getElementsByTagNameNS('*', 'cellXfs')->item(0);
        $index = 0;
        foreach ($cells->childNodes ?? [] as $style) {
            if ($style instanceof \DOMElement) {
                if (isset($formats[(int) $style->getAttribute('numFmtId')])) {
                    $days[$index] = true;
                }
                ++$index;
            }
        }

        return $days;
    }

    /**
     * @param list<string>     $strings
     * @param array<int, true> $days
     *
     * @return \Generator<int, list<string>>
     */
    private static function rows(string $file, string $sheet, array $strings, array $days, \DateTimeImmutable $base): \Generator
    {
        $reader = self::reader($file, $sheet);
        $number = 0;
        $cells = [];
        while ($reader->read()) {
            if (\XMLReader::ELEMENT === $reader->nodeType && 'row' === $reader->localName) {
                $number = (int) ($reader->getAttribute('r') ?? $number + 1);
                $cells = [];
            } elseif (\XMLReader::ELEMENT === $reader->nodeType && 'c' === $reader->localName) {
                $column = self::column($reader->getAttribute('r') ?? '', \count($cells));
                if ($column >= SheetReader::MAX_COLUMNS) {
                    throw new Unreadable('sheet_too_wide', ['limit' => SheetReader::MAX_COLUMNS]);
                }
                while (\count($cells) < $column) {
                    $cells[] = '';
                }
                $cells[$column] = self::cell($reader, $strings, $days, $base);
            } elseif (\XMLReader::END_ELEMENT === $reader->nodeType && 'row' === $reader->localName) {
                yield $number => array_values($cells);
            }
        }
        $reader->close();
    }

    /**
     * @param list<string>     $strings
     * @param array<int, true> $days
     */
    private static function cell(\XMLReader $reader, array $strings, array $days, \DateTimeImmutable $base): string
    {
        $type = $reader->getAttribute('t') ?? 'n';
        $style = (int) ($reader->getAttribute('s') ?? -1);
        if ($reader->isEmptyElement) {
            return '';
        }
        $value = $inline = '';
        $depth = $reader->depth;
        while ($reader->read() && $reader->depth > $depth) {
            if (\XMLReader::ELEMENT === $reader->nodeType && 'v' === $reader->localName) {
                $value = $reader->readString();
            } elseif (\XMLReader::ELEMENT === $reader->nodeType && 'is' === $reader->localName) {
                $inline = self::text($reader);
            }
        }

        return match (true) {
            's' === $type => $strings[(int) $value] ?? '',
            'inlineStr' === $type => $inline,
            'b' === $type => '1' === $value ? 'yes' : 'no',
            'e' === $type => '',
            'n' === $type && isset($days[$style]) && is_numeric($value) && $value > 0 && $value < 2_958_466 => $base->modify('+'.(int) $value.' days')->format('Y-m-d'),
            'n' === $type && is_numeric($value) => self::number($value),
            default => $value,
        };
    }

    /** 1.0E+5 as 100000, and no tail of floating point. */
    private static function number(string $value): string
    {
        return 1 === preg_match('/^-?\d+$/', $value) ? $value : rtrim(rtrim(number_format((float) $value, 8, '.', ''), '0'), '.');
    }

    /** The text below an element: runs joined, phonetic hints left out. */
    private static function text(\XMLReader $reader): string
    {
        if ($reader->isEmptyElement) {
            return '';
        }
        $depth = $reader->depth;
        $text = '';
        $hint = null;
        while ($reader->read() && $reader->depth > $depth) {
            if (\XMLReader::ELEMENT === $reader->nodeType && 'rPh' === $reader->localName) {
                $hint = $reader->depth;
            } elseif (null !== $hint && \XMLReader::END_ELEMENT === $reader->nodeType && $reader->depth === $hint) {
                $hint = null;
            } elseif (null === $hint && \in_array($reader->nodeType, [\XMLReader::TEXT, \XMLReader::CDATA, \XMLReader::SIGNIFICANT_WHITESPACE], true)) {
                $text .= $reader->value;
            }
        }

        return $text;
    }

    private static function column(string $reference, int $next): int
    {
        if (1 !== preg_match('/^([A-Z]{1,3})\d+$/', $reference, $m)) {
            return $next;
        }
        $column = 0;
        foreach (str_split($m[1]) as $letter) {
            $column = $column * 26 + \ord($letter) - 64;
        }

        return $column - 1;
    }

    private static function reader(string $file, string $entry): \XMLReader
    {
        $reader = @\XMLReader::open('zip://'.$file.'#'.$entry, null, \LIBXML_NONET | \LIBXML_NOERROR | \LIBXML_NOWARNING | \LIBXML_COMPACT);

        return $reader instanceof \XMLReader ? $reader : throw new Unreadable('sheet_broken');
    }

    private static function xml(string $xml): \DOMDocument
    {
        $document = new \DOMDocument();
        if ('' === $xml || str_contains($xml, '<!DOCTYPE') || !@$document->loadXML($xml, \LIBXML_NONET | \LIBXML_NOERROR | \LIBXML_NOWARNING)) {
            throw new Unreadable('sheet_broken');
        }

        return $document;
    }
}
