<?php

declare(strict_types=1);

namespace Jorvent\Tests\Platform\Spreadsheet;

use Jorvent\Platform\Spreadsheet\CsvRows;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Jorvent\Platform\Spreadsheet\XlsxRows;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(SheetReader::class)]
#[CoversClass(SheetWriter::class)]
#[CoversClass(CsvRows::class)]
#[CoversClass(XlsxRows::class)]
final class SheetTest extends TestCase
{
    /** @var list<string> */
    private array $files = [];

    protected function tearDown(): void
    {
        array_map(unlink(...), $this->files);
    }

    /** @return iterable<string, array{string}> */
    public static function tables(): iterable
    {
        $utf8 = "Title;Pay;Where\nElectrician;\"620 000\";Gdańsk\n\n\"He said \"\"no\"\"\";1;\"two\nlines\"\n";
        yield 'semicolons' => [$utf8];
        yield 'commas and CRLF' => ["Title,Pay,Where\r\nElectrician,620 000,Gdańsk\r\n\r\n\"He said \"\"no\"\"\",1,\"two\nlines\"\r\n"];
        yield 'tabs' => ["Title\tPay\tWhere\nElectrician\t620 000\tGdańsk\n\"He said \"\"no\"\"\"\t1\t\"two\nlines\""];
        yield 'byte order mark' => ["\xEF\xBB\xBF".$utf8];
        yield 'UTF-16, little end first' => ["\xFF\xFE".mb_convert_encoding($utf8, 'UTF-16LE', 'UTF-8')];
        yield 'UTF-16, big end first' => ["\xFE\xFF".mb_convert_encoding($utf8, 'UTF-16BE', 'UTF-8')];
        yield 'a line that names the separator' => ["sep=|\nTitle|Pay|Where\nElectrician|620 000|Gdańsk\n\"He said \"\"no\"\"\"|1|\"two\nlines\"\n"];
    }

    #[DataProvider('tables')]
    public function testReadsCsvAsTheWorldWritesIt(string $content): void
    {
        self::assertSame([['Title', 'Pay', 'Where'], ['Electrician', '620 000', 'Gdańsk'], ['He said "no"', '1', "two\nlines"]], $this->rows($content));
    }

    public function testReadsTheEncodingOfOldPrograms(): void
    {
        self::assertSame([['Navn', 'Sted'], ['Bjørn', 'Tromsø']], $this->rows(mb_convert_encoding("Navn;Sted\nBjørn;Tromsø\n", 'Windows-1252', 'UTF-8')));
    }

    public function testWhatIsWrittenIsReadBack(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        $bits = ['a', ' ', 'ø', '"', ',', ';', "\n", '<b>', '&', "\u{1F6A2}", '7', '=x', "'"];
        for ($round = 0; $round < 40; ++$round) {
            $rows = [];
            for ($r = 0; $r < 5; ++$r) {
                $rows[] = ['x'.$r, ...array_map(static fn (): string => trim(implode('', array_map(static fn (): string => $bits[$random->getInt(0, \count($bits) - 1)], range(0, $random->getInt(0, 6))))), range(1, 3))];
            }
            foreach (['csv', 'xlsx'] as $format) {
                $wanted = 'csv' === $format ? array_map(static fn (array $row): array => array_map(static fn (string $c): string => trim((string) SheetWriter::harmless($c)), $row), $rows) : $rows;
                $read = array_map(static fn (array $row): array => array_pad($row, 4, ''), \array_slice($this->rows($this->written($format, ['one', 'two', 'three', 'four'], $rows)), 1));
                self::assertSame($wanted, $read, $format);
            }
        }
    }

    public function testDaysAndNumbersKeepTheirKind(): void
    {
        $rows = $this->rows($this->written('xlsx', ['day', 'number', 'half'], [['2026-03-01', 620_000, 0.5], ['1999-12-31', -7, 1e6]]));
        self::assertSame([['day', 'number', 'half'], ['2026-03-01', '620000', '0.5'], ['1999-12-31', '-7', '1000000']], $rows);
    }

    /** @return iterable<string, array{string, string}> */
    public static function injections(): iterable
    {
        foreach (['=1+1', '+cmd|calc', '-2+3', '@SUM(A1)', "\t=1", '=HYPERLINK("http://x")', '|x', '%0A=1', ' =1'] as $cell) {
            yield json_encode($cell) ?: '' => [$cell, "'".$cell];
        }
        foreach (['-7', '+4.5', 'plain', '7-8', ''] as $cell) {
            yield 'plain '.$cell => [$cell, $cell];
        }
    }

    #[DataProvider('injections')]
    public function testWhatASpreadsheetWouldComputeIsText(string $cell, string $written): void
    {
        self::assertSame($written, SheetWriter::harmless($cell));
    }

    public function testRefusesWhatIsNoTable(): void
    {
        self::assertSame('sheet_empty', $this->refused(''));
        self::assertSame('sheet_old_or_locked', $this->refused("\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".str_repeat('x', 600)));
        self::assertSame('sheet_not_a_table', $this->refused("MZ\x90\0\0\0binary"));
        self::assertSame('sheet_broken', $this->refused("PK\x03\x04 not a zip at all"));
        self::assertSame('sheet_too_wide', $this->refused(str_repeat('a,', 300)));
        self::assertSame('sheet_not_a_table', $this->refused($this->zip(['word/document.xml' => '<w/>'])));
        self::assertSame('sheet_with_macros', $this->refused($this->zip(['xl/workbook.xml' => '<workbook/>', 'xl/vbaProject.bin' => 'x'])));
        self::assertSame('sheet_broken', $this->refused($this->zip(['xl/workbook.xml' => '<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/hostname">]><workbook>&a;</workbook>'])));
    }

    public function testRefusesWhatIsTooLargeBeforeReadingIt(): void
    {
        $file = $this->file('');
        $handle = fopen($file, 'r+') ?: self::fail('no file');
        ftruncate($handle, 60_000_000);
        fclose($handle);
        $before = memory_get_peak_usage();
        try {
            iterator_count(SheetReader::rows($file));
            self::fail('It was read.');
        } catch (Unreadable $e) {
            self::assertSame(['sheet_too_large', ['limit' => 20, 'size' => 60]], [$e->reason, $e->data]);
        }
        self::assertLessThan(2_000_000, memory_get_peak_usage() - $before);
        self::assertSame('sheet_bomb', $this->refused($this->zip(['xl/workbook.xml' => '<workbook/>', 'xl/worksheets/sheet1.xml' => str_repeat(' ', 201_000_000)])));
    }

    public function testMemoryDoesNotGrowWithTheRows(): void
    {
        foreach (['csv', 'xlsx'] as $format) {
            $file = $this->file($this->written($format, ['a', 'b'], (static function (): \Generator {
                for ($i = 0; $i < 60_000; ++$i) {
                    yield ['row '.$i, 'some text that is a little longer '.$i];
                }
            })()));
            memory_reset_peak_usage();
            $before = memory_get_usage();
            self::assertSame(60_001, iterator_count(SheetReader::rows($file)));
            self::assertLessThan(6_000_000, memory_get_peak_usage() - $before, $format);
        }
    }

    /** @return list<list<string>> */
    private function rows(string $content): array
    {
        return array_values(iterator_to_array(SheetReader::rows($this->file($content))));
    }

    private function refused(string $content): string
    {
        try {
            $this->rows($content);
        } catch (Unreadable $e) {
            return $e->reason;
        }

        return 'it was read';
    }

    /**
     * @param list<string>                     $head
     * @param iterable<list<string|int|float>> $rows
     */
    private function written(string $format, array $head, iterable $rows): string
    {
        $out = fopen('php://temp', 'r+') ?: self::fail('no stream');
        'xlsx' === $format ? SheetWriter::xlsx($out, $head, $rows) : SheetWriter::csv($out, $head, $rows);
        rewind($out);

        return (string) stream_get_contents($out);
    }

    /** @param array<string, string> $entries */
    private function zip(array $entries): string
    {
        $file = $this->file('');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        foreach ($entries as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();

        return (string) file_get_contents($file);
    }

    private function file(string $content): string
    {
        $this->files[] = $file = (string) tempnam(sys_get_temp_dir(), 'sheet-test');
        file_put_contents($file, $content);

        return $file;
    }
}
