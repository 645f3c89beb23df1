<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Dompdf\Dompdf;
use Jorvent\Core\Query\Parser;
use Jorvent\Outside\ResumeBanks\BankPerson;
use Jorvent\People\BringIn;
use Jorvent\People\Highlighter;
use Jorvent\People\ReadResume;
use Jorvent\People\Store\Words;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;

/** Resumes coming in, people recognised, words marked. */
#[CoversClass(ReadResume::class)]
#[CoversClass(Highlighter::class)]
#[CoversClass(BringIn::class)]
#[CoversClass(FileStore::class)]
final class PeopleTest extends DatabaseTest
{
    public function testAPdfIsReadByItsContentNotItsName(): void
    {
        $pdf = new Dompdf();
        $pdf->loadHtml('<body style="font-family: DejaVu Sans"><p>Łucja Świętochowska</p><p>lucja@post.example</p><p>Spawacz, TIG</p>', 'UTF-8');
        $pdf->render();
        $content = (string) $pdf->output();
        $file = $this->get(ReadResume::class)($content, '../../etc/passwd<script>.exe');
        self::assertSame(['application/pdf', \strlen($content), hash('sha256', $content)], [$file->mediaType, $file->size, $file->sha256]);
        self::assertStringContainsString('Łucja Świętochowska', $file->text);
        self::assertStringNotContainsString('/', $file->name);
        self::assertStringNotContainsString('<', $file->name);
        self::assertSame($content, $this->get(FileStore::class)->get($file->sha256), 'the original is kept as it came');
    }

    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        yield 'UTF-8 with a mark' => ["\xEF\xBB\xBFÅse Skjelbred", 'Åse Skjelbred'];
        yield 'UTF-16' => ["\xFF\xFE".mb_convert_encoding('Åse Skjelbred', 'UTF-16LE'), 'Åse Skjelbred'];
        yield 'Windows-1252' => ["\xC5se Skjelbred \x96 elektriker", 'Åse Skjelbred – elektriker'];
        yield 'lines of any kind' => ["Åse\r\nBergen\rNorge\fSide to", "Åse\nBergen\nNorge\n\nSide to"];
    }

    #[DataProvider('texts')]
    public function testTextInCommonEncodings(string $content, string $expected): void
    {
        self::assertSame($expected, $this->get(ReadResume::class)($content, 'cv.txt')->text);
    }

    /** @return iterable<string, array{string, string}> */
    public static function hostile(): iterable
    {
        yield 'nothing' => ['', 'resume file_empty'];
        yield 'blanks' => ["  \n\t ", 'resume file_empty'];
        yield 'a program' => ["MZ\x90\x00", 'resume file_not_a_resume'];
        yield 'an archive' => ["PK\x03\x04stuff", 'resume file_not_a_resume'];
        yield 'a script' => ['#!/bin/sh', 'resume file_not_a_resume'];
        yield 'binary' => ["abc\x00def", 'resume file_not_a_resume'];
        yield 'a broken PDF' => ['%PDF-1.7 and then nothing', 'resume file_broken'];
        yield 'too large' => [str_repeat('a', ReadResume::MAX_BYTES + 1), 'resume file_too_large'];
    }

    #[DataProvider('hostile')]
    public function testHostileFilesAreRefused(string $content, string $expected): void
    {
        self::assertSame([$expected], $this->refused(fn () => $this->get(ReadResume::class)($content, 'resume.pdf')));
    }

    public function testAPictureOfAResumeIsSaidToBeOne(): void
    {
        $pdf = new Dompdf();
        $pdf->loadHtml('<div></div>');
        $pdf->render();
        self::assertSame(['resume file_is_a_picture'], $this->refused(fn () => $this->get(ReadResume::class)((string) $pdf->output(), 'scan.pdf')));
    }

    public function testOnlyAHashNamesAFile(): void
    {
        $this->expectException(\LogicException::class);
        $this->get(FileStore::class)->get('../secret');
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function marked(): iterable
    {
        yield 'a word, wherever' => ['plc', 'PLC and plc', '<mark>PLC</mark> and <mark>plc</mark>'];
        yield 'a phrase only as a phrase' => ['"fault finding"', 'fault book, fault finding', 'fault book, <mark>fault</mark> <mark>finding</mark>'];
        yield 'a beginning' => ['weld*', 'welder', '<mark>welder</mark>'];
        yield 'not what is left out' => ['plc NOT agency', 'PLC agency', '<mark>PLC</mark> agency'];
        yield 'markup stays text' => ['b', '<b>b</b> & "c"', '&lt;<mark>b</mark>&gt;<mark>b</mark>&lt;/<mark>b</mark>&gt; &amp; &quot;c&quot;'];
        yield 'letters of more bytes' => ['lodz', 'W Łodzi i Łódź', 'W Łodzi i <mark>Łódź</mark>'];
        yield 'nothing looked for' => ['', 'a <b>', 'a &lt;b&gt;'];
    }

    #[DataProvider('marked')]
    public function testHighlighting(string $query, string $text, string $expected): void
    {
        self::assertSame($expected, (new Highlighter())->mark($text, (new Parser())->parse($query)->node));
    }

    public function testSomeoneFromOutsideIsRecognised(): void
    {
        $person = static fn (string $ref, ?string $email): BankPerson => new BankPerson($ref, 'Ana Pires', $email, null, 'Welder', 'Vigo', 'ES', 6.0, true, "Ana Pires\nTIG", '2026-01-01');
        $bring = fn (BankPerson $p): int => $this->db()->transaction(fn (): int => $this->get(BringIn::class)('crewfold', $p));
        $first = $bring($person('X-1', 'ana.bank@post.example'));
        self::assertSame($first, $bring($person('X-1', null)), 'by the reference there');
        self::assertSame($first, $bring($person('X-2', 'ANA.BANK@post.example')), 'by the address, however it is written');
        self::assertNotSame($first, $bring($person('X-3', 'other.bank@post.example')));
        self::assertSame(1, $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :id AND words @@ CAST(:q AS tsquery)', ['id' => $first, 'q' => (new Words())->query((new Parser())->parse('tig')->node ?? throw new \LogicException('It parses.'))]), 'and found at once');
    }

    public function testWordsThatAreHardOnPostgres(): void
    {
        $text = "O'Neill \\ C:\\path it''s 'quoted' ".str_repeat('x', 3000).' '.implode(' ', array_map(static fn (int $i): string => "w$i", range(1, 20_000)));
        $id = $this->int('SELECT min(id) FROM candidate');
        $this->db()->execute('UPDATE candidate_words SET words = CAST(:w AS tsvector) WHERE candidate_id = :id', ['w' => (new Words())->vector($text), 'id' => $id]);
        foreach (["o'neill" => 1, '"w1 w2"' => 1, 'w15000' => 1, 'path' => 1, '"w2 w1"' => 0, '"c path"' => 1] as $query => $expected) {
            $node = (new Parser())->parse($query)->node ?? throw new \LogicException('It parses.');
            self::assertSame($expected, $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :id AND words @@ CAST(:q AS tsquery)', ['id' => $id, 'q' => (new Words())->query($node)]), $query);
        }
    }
}
