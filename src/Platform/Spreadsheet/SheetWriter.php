<?php

declare(strict_types=1);

namespace Jorvent\Platform\Spreadsheet;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Gives a table out as CSV or XLSX, row by row. */
final class SheetWriter
{
    public const FORMATS = ['csv', 'xlsx'];

    /**
     * @param list<string>                          $head
     * @param iterable<list<string|int|float|null>> $rows
     */
    public static function response(string $format, string $name, array $head, iterable $rows): Response
    {
        $type = 'xlsx' === $format ? 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' : 'text/csv; charset=utf-8';

        return new StreamedResponse(static function () use ($format, $head, $rows): void {
            $out = fopen('php://output', 'w') ?: throw new \RuntimeException('No output.');
            'xlsx' === $format ? self::xlsx($out, $head, $rows) : self::csv($out, $head, $rows);
        }, headers: ['Content-Type' => $type, 'Content-Disposition' => 'attachment; filename="'.$name.'.'.('xlsx' === $format ? 'xlsx' : 'csv').'"']);
    }

    /**
     * @param resource                              $out
     * @param list<string>                          $head
     * @param iterable<list<string|int|float|null>> $rows
     */
    public static function csv($out, array $head, iterable $rows): void
    {
        fwrite($out, "\xEF\xBB\xBF");
        fputcsv($out, array_map(self::harmless(...), $head), escape: '', eol: "\r\n");
        foreach ($rows as $row) {
            fputcsv($out, array_map(self::harmless(...), $row), escape: '', eol: "\r\n");
        }
    }

    /** A cell that a spreadsheet program would compute is made text by an apostrophe (OWASP, CSV injection). */
    public static function harmless(string|int|float|null $cell): string|int|float
    {
        return \is_string($cell) && 1 === preg_match('/^\s*[=+\-@\t\r|%]/u', $cell) && !is_numeric($cell) ? "'".$cell : $cell ?? '';
    }

    /**
     * @param resource                              $out
     * @param list<string>                          $head
     * @param iterable<list<string|int|float|null>> $rows
     */
    public static function xlsx($out, array $head, iterable $rows): void
    {
        $sheet = tempnam(sys_get_temp_dir(), 'sheet') ?: throw new \RuntimeException('No temporary file.');
        $file = tempnam(sys_get_temp_dir(), 'xlsx') ?: throw new \RuntimeException('No temporary file.');
        try {
            $writer = new \XMLWriter();
            $writer->openUri($sheet);
            $writer->startDocument('1.0', 'UTF-8', 'yes');
            $writer->startElement('worksheet');
            $writer->writeAttribute('xmlns', 'http://schemas.openxmlformats.org/spreadsheetml/2006/main');
            $writer->writeRaw('<sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews>');
            $writer->startElement('sheetData');
            self::row($writer, 1, $head, 1);
            $number = 1;
            foreach ($rows as $row) {
                self::row($writer, ++$number, $row, 0);
                if (0 === $number % 500) {
                    $writer->flush();
                }
            }
            $writer->endElement();
            $writer->endElement();
            $writer->flush();
            unset($writer);
            $zip = new \ZipArchive();
            $zip->open($file, \ZipArchive::OVERWRITE);
            $zip->addFromString('[Content_Types].xml', '<?xml version="1.0" encoding="UTF-8"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/><Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/></Types>');
            $zip->addFromString('_rels/.rels', '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>');
            $zip->addFromString('xl/workbook.xml', '<?xml version="1.0" encoding="UTF-8"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Table" sheetId="1" r:id="r1"/></sheets></workbook>');
            $zip->addFromString('xl/_rels/workbook.xml.rels', '<?xml version="1.0" encoding="UTF-8"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>');
            $zip->addFromString('xl/styles.xml', '<?xml version="1.0" encoding="UTF-8"?><styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><fonts count="2"><font><sz val="11"/><name val="Calibri"/></font><font><b/><sz val="11"/><name val="Calibri"/></font></fonts><fills count="1"><fill><patternFill patternType="none"/></fill></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="3"><xf xfId="0"/><xf fontId="1" applyFont="1" xfId="0"/><xf numFmtId="14" applyNumberFormat="1" xfId="0"/></cellXfs></styleSheet>');
            $zip->addFile($sheet, 'xl/worksheets/sheet1.xml');
            $zip->close();
            $in = fopen($file, 'r') ?: throw new \RuntimeException('The file is gone.');
            stream_copy_to_stream($in, $out);
            fclose($in);
        } finally {
            @unlink($sheet);
            @unlink($file);
        }
    }

    /** @param list<string|int|float|null> $cells text stays text in this format, whatever it begins with; days are days */
    private static function row(\XMLWriter $writer, int $number, array $cells, int $style): void
    {
        $writer->startElement('row');
        $writer->writeAttribute('r', (string) $number);
        foreach ($cells as $cell) {
            $writer->startElement('c');
            if (\is_string($cell) && 1 === preg_match('/^(\d{4})-(\d{2})-(\d{2})$/', $cell) && $cell > '1900-03-01') {
                $writer->writeAttribute('s', '2');
                $writer->writeElement('v', (string) (int) (new \DateTimeImmutable('1899-12-30T00:00:00Z'))->diff(new \DateTimeImmutable($cell.'T00:00:00Z'))->days);
            } elseif (\is_string($cell)) {
                $writer->writeAttribute('t', 'inlineStr');
                if ($style > 0) {
                    $writer->writeAttribute('s', (string) $style);
                }
                $writer->startElement('is');
                $writer->startElement('t');
                $writer->writeAttribute('xml:space', 'preserve');
                $writer->text((string) preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]+/u', '', mb_scrub($cell)));
                $writer->endElement();
                $writer->endElement();
            } elseif (null !== $cell) {
                $writer->writeElement('v', (string) $cell);
            }
            $writer->endElement();
        }
        $writer->endElement();
    }
}
