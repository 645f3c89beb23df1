<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Dompdf\Dompdf;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Written;
use Jorvent\Core\Resume\Reader;
use Jorvent\Outside\ResumeBanks\BankPerson;
use Jorvent\People\BringIn;
use Jorvent\People\Extract\ReadingProcess;
use Jorvent\People\Highlighter;
use Jorvent\People\ReadResume;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\Zip;
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
        yield 'an archive' => ["PK\x03\x04stuff", 'resume file_broken'];
        yield 'a script' => ['#!/bin/sh', 'resume file_not_a_resume'];
        yield 'binary' => ["abc\x00def", 'resume file_not_a_resume'];
        yield 'a broken PDF' => ['%PDF-1.7 and then nothing', 'resume file_broken'];
        yield 'an old Word file' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".str_repeat("\0", 600), 'resume file_old_word'];
        yield 'a picture under another name' => ["\x89PNG\r\n\x1A\n".random_bytes(200), 'resume file_not_a_resume'];
        yield 'a zip bomb' => [Zip::of(['word/document.xml' => '<w:document>'.str_repeat('<w:p/>', 6_000_000).'</w:document>']), 'resume file_bomb'];
        yield 'many parts' => [Zip::of(array_fill_keys(array_map(static fn (int $i): string => "../../p$i", range(1, 3100)), '')), 'resume file_bomb'];
        yield 'entities' => [Zip::of(['word/document.xml' => '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]><w:document xmlns:w="w"><w:p><w:r><w:t>&b;</w:t></w:r></w:p></w:document>']), 'resume file_broken'];
        yield 'an entity from elsewhere' => [Zip::of(['mimetype' => 'application/vnd.oasis.opendocument.text', 'content.xml' => '<?xml version="1.0"?><!DOCTYPE x SYSTEM "file:///etc/passwd"><office:body xmlns:office="o"/>']), 'resume file_broken'];
        yield 'a zip of no document' => [Zip::of(['../../../evil.php' => '<?php']), 'resume file_not_a_resume'];
        yield 'a document without a document' => [Zip::of(['word/document.xml' => 'no xml at all']), 'resume file_broken'];
        yield 'groups without end' => ['{\rtf1'.str_repeat('{', 100_000), 'resume file_bomb'];
        yield 'JSON of something else' => ['{"a": 1}', 'resume file_not_a_resume'];
        yield 'too large' => [str_repeat('a', ReadResume::MAX_BYTES + 1), 'resume file_too_large'];
    }

    #[DataProvider('hostile')]
    public function testHostileFilesAreRefused(string $content, string $expected): void
    {
        self::assertSame([$expected], $this->refused(fn () => $this->get(ReadResume::class)($content, 'resume.pdf')));
    }

    /** @return iterable<string, array{string, string, string, list<string>}> */
    public static function documents(): iterable
    {
        $w = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
        yield 'DOCX' => [Zip::of(['word/document.xml' => "<?xml version=\"1.0\"?><w:document $w><w:body><w:p><w:r><w:t>Åse Kvåle</w:t></w:r></w:p><w:p><w:pPr><w:tabs><w:tab w:pos=\"9\"/></w:tabs></w:pPr><w:r><w:t>Welder</w:t><w:tab/><w:t>2015 – 2019</w:t></w:r></w:p><w:tbl><w:tr><w:tc><w:p><w:r><w:t>PLC</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>SCADA</w:t></w:r></w:p></w:tc></w:tr></w:tbl><w:p><w:pPr><w:numPr/></w:pPr><w:r><w:t>Knots</w:t><w:del><w:t>struck out</w:t></w:del></w:r></w:p></w:body></w:document>", 'word/header1.xml' => "<w:hdr $w><w:p><w:r><w:t>ase@post.example</w:t></w:r></w:p></w:hdr>", 'word/vbaProject.bin' => 'Auto_Open']), 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', '', ['ase@post.example', 'Åse Kvåle', 'Welder    2015 – 2019', 'PLC    SCADA', '• Knots']];
        yield 'ODT' => [Zip::of(['mimetype' => 'application/vnd.oasis.opendocument.text', 'content.xml' => '<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:table="t"><office:body><text:h>Work</text:h><text:p>Welder<text:tab/>2015<text:s text:c="3"/>x</text:p><text:list><text:list-item><text:p>Knots</text:p></text:list-item></text:list><table:table-row><table:table-cell><text:p>PLC</text:p></table:table-cell><table:table-cell><text:p>SCADA</text:p></table:table-cell></table:table-row></office:body></office:document-content>']), 'application/vnd.oasis.opendocument.text', '', ['Work', 'Welder    2015   x', '• Knots', 'PLC    SCADA']];
        yield 'RTF of Polish Windows' => ["{\\rtf1\\ansi\\ansicpg1250{\\fonttbl{\\f0 Arial;}}{\\*\\generator X;}Agnieszka \\'8cwi\\'eatochowska\\par Spawacz\\tab 2015 \\endash  2019\\par \\u321?ucja {\\b bold}\\par}", 'application/rtf', '', ['Agnieszka Świętochowska', 'Spawacz    2015 – 2019', 'Łucja bold']];
        yield 'HTML' => ['<!doctype html><html><head><style>p{}</style></head><body onload="x()"><h1>Åse &amp; co</h1><script>alert(1)</script><table><tr><td>2015</td><td>Welder</td></tr></table><ul><li>Knots</li></ul></body></html>', 'text/html', 'alert', ['Åse & co', '2015    Welder', '• Knots']];
        yield 'JSON Resume' => ['{"basics": {"name": "Åse Kvåle", "email": "ase@post.example"}, "work": [{"name": "Kvitholm Verft", "position": "Welder", "startDate": "2015-03-01"}]}', 'application/json', '', ['Åse Kvåle', 'Position: Welder', 'Employer: Kvitholm Verft']];
        yield 'vCard' => ["BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Åse Kvåle\r\nEMAIL:ase@post.example\r\nADR:;;Kaien 1;Bergen;;5003;NO\r\nTITLE:Welder\r\nEND:VCARD\r\n", 'text/vcard', '', ['Name: Åse Kvåle', 'E-mail: ase@post.example', 'Address: Bergen']];
        yield 'text of Polish Windows' => [(string) iconv('UTF-8', 'Windows-1250', "Łucja Świętochowska\nDoświadczenie, księgowość, żółć"), 'text/plain', '', ['Łucja Świętochowska', 'żółć']];
        yield 'a PDF with a script and ten thousand pages' => [self::pdf(10_000), 'application/pdf', '', ['Welder at the slip']];
        yield 'one line of seven million' => [str_repeat('word ', 1_400_000), 'text/plain', '', ['word word']];
    }

    /** @param list<string> $expected */
    #[DataProvider('documents')]
    public function testDocumentsAreReadByWhatTheyAre(string $content, string $type, string $without, array $expected): void
    {
        $file = $this->get(ReadResume::class)($content, 'resume.exe');
        self::assertSame($type, $file->mediaType);
        foreach ($expected as $line) {
            self::assertStringContainsString($line, $file->text);
        }
        self::assertTrue('' === $without || !str_contains($file->text, $without));
        self::assertLessThan(ReadResume::MAX_TEXT + 1, mb_strlen($file->text));
    }

    public function testColumnsOfAPageAreReadOneAfterTheOther(): void
    {
        $html = '<table><tr><td style="width:200px;vertical-align:top">'.implode('<br>', ['CONTACT', 'ase@post.example', '412 34 567', 'Bergen', '', 'SKILLS', 'PLC', 'SCADA', 'Switchboards', '', 'LANGUAGES', 'Norwegian, native', 'English B2']).'</td><td style="width:400px;vertical-align:top">'.implode('<br>', ['EXPERIENCE', 'Marine electrician, Osterdal Yard', '2019 - present', 'Fault finding on four ferries.', 'Shore power.', '', 'Apprentice, Vestholm Mekaniske', '2015 - 2019', 'Cable routing in new builds.', 'Learned from the best.', '', 'EDUCATION', 'Trade certificate, Skerries College']).'</td></tr></table>';
        $pdf = new Dompdf();
        $pdf->loadHtml($html);
        $pdf->render();
        $text = $this->get(ReadResume::class)((string) $pdf->output(), 'two.pdf')->text;
        $reading = (new Reader())->read($text, new \DateTimeImmutable('2026-11-23'));
        self::assertSame([['Marine electrician', 'Osterdal Yard'], ['Apprentice', 'Vestholm Mekaniske']], array_map(static fn ($s): array => [$s->title, $s->employer], $reading->spells), $text);
        self::assertSame(['nb' => 'C2', 'en' => 'B2'], array_map(static fn (array $l): ?string => $l['level'], $reading->languages));
        self::assertArrayHasKey('SCADA', $reading->skills);
    }

    private static function pdf(int $pages): string
    {
        $stream = 'BT /F1 12 Tf 72 700 Td (Welder at the slip) Tj ET';
        $objects = ['<</Type/Catalog/Pages 2 0 R/OpenAction<</S/JavaScript/JS(app.alert(1))>>>>', '', '<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>', '<</Length '.\strlen($stream).">>stream\n$stream\nendstream"];
        $kids = [];
        for ($i = 0; $i < $pages; ++$i) {
            $kids[] = (5 + $i).' 0 R';
            $objects[] = '<</Type/Page/Parent 2 0 R/MediaBox[0 0 595 842]/Contents 4 0 R/Resources<</Font<</F1 3 0 R>>>>>>';
        }
        $objects[1] = '<</Type/Pages/Count '.$pages.'/Kids['.implode(' ', $kids).']>>';
        $out = "%PDF-1.4\n";
        $at = [];
        foreach ($objects as $i => $object) {
            $at[] = \strlen($out);
            $out .= ($i + 1)." 0 obj\n$object\nendobj\n";
        }
        $xref = \strlen($out);
        $out .= "xref\n0 ".(\count($objects) + 1)."\n0000000000 65535 f \n".implode('', array_map(static fn (int $o): string => \sprintf("%010d 00000 n \n", $o), $at));

        return $out.'trailer<</Size '.(\count($objects) + 1)."/Root 1 0 R>>\nstartxref\n$xref\n%%EOF";
    }

    public function testAPictureOfAResumeIsSaidToBeOne(): void
    {
        $pdf = new Dompdf();
        $pdf->loadHtml('<div></div>');
        $pdf->render();
        self::assertSame(['resume file_is_a_picture'], $this->refused(fn () => $this->get(ReadResume::class)((string) $pdf->output(), 'scan.pdf')));
    }

    /** With a program that reads letters, as its command line is agreed: PROGRAM PICTURE stdout -l LANGUAGES. */
    public function testWithAProgramThatReadsLettersAScanIsRead(): void
    {
        $pdf = new Dompdf();
        $pdf->loadHtml('<div></div>');
        $pdf->render();
        $program = sys_get_temp_dir().'/reads-letters-'.bin2hex(random_bytes(4));
        file_put_contents($program, "#!/bin/sh\n[ \"\$2 \$3\" = \"stdout -l\" ] && [ -s \"\$1\" ] && echo \"Torbjorg Quernvik, \$4\"\n");
        chmod($program, 0o755);
        $read = fn (string $ocr): ReadResume => new ReadResume($this->get(FileStore::class), new ReadingProcess(\dirname(__DIR__, 2), $ocr, 'eng+nor'), $ocr);
        self::assertStringContainsString('Torbjorg Quernvik, eng+nor', $read($program)((string) $pdf->output(), 'scan.pdf')->text);
        self::assertSame(['resume file_is_a_picture'], $this->refused(static fn () => $read('')((string) $pdf->output(), 'scan.pdf')));
        self::assertSame(['resume file_is_a_picture'], $this->refused(static fn () => $read('/bin/false')((string) $pdf->output(), 'scan.pdf')), 'it reads nothing');
        unlink($program);
    }

    public function testPagesOfAPdfAreSeenAsPicturesAndNothingElseIs(): void
    {
        $this->as('Solveig Aune');
        $row = $this->db()->row("SELECT r.id, r.candidate_id FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE r.media_type = 'application/pdf' AND r.file_sha256 IS NOT NULL AND c.erased_at IS NULL ORDER BY r.id LIMIT 1");
        self::assertNotNull($row);
        $path = '/people/'.$row->int('candidate_id').'/reading/'.$row->int('id');
        $this->client->request('GET', $path.'?as=pages');
        self::assertSelectorExists('img.leaf');
        $this->client->request('GET', $path.'/page/1.png');
        self::assertResponseIsSuccessful();
        self::assertSame('image/png', $this->client->getResponse()->headers->get('Content-Type'));
        $size = getimagesizefromstring((string) $this->client->getResponse()->getContent());
        self::assertIsArray($size);
        self::assertSame(900, $size[0]);
        $this->client->request('GET', $path.'/page/99.png');
        self::assertResponseStatusCodeSame(404);
        $other = $this->int("SELECT min(id) FROM resume WHERE media_type <> 'application/pdf' AND candidate_id = 41");
        $this->client->request('GET', '/people/41/reading/'.$other.'/page/1.png');
        self::assertResponseStatusCodeSame(404, 'only what can be drawn is drawn');
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
        $highlighter = new Highlighter();
        self::assertSame($expected, $highlighter->mark($text, $highlighter->rows((new Parser())->parse($query)->node)));
    }

    /** Where a passage is cut is found by letters alone; held against marking the whole text. */
    public function testAPassageIsFoundWhereTheTextSaysItFirst(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(77));
        $words = ['shore-power', 'Łódź', "ship's", 'C++', 'C', 'PLC', 'fault', 'finding', 'welder', 'welding', 'Node.js', '.NET', 'ASP.NET', 'e-mail', 'email', 'crew', 'and', 'the', 'night', 'Ærø', 'R&D', 'CI/CD', '造船'];
        $queries = ['plc', '"fault finding"', 'weld*', 'c', 'c++', '.net', 'email', 'lodz', 'power', 'node.js', 'shorepower', 'ships OR crew', 'aero', '造船', '"plc fault" OR ci/cd'];
        $highlighter = new Highlighter();
        $seen = 0;
        for ($i = 0; $i < 1_500; ++$i) {
            $text = implode(' ', array_map(static fn (): string => $words[$random->getInt(0, \count($words) - 1)], range(1, $random->getInt(1, 60))));
            $rows = $highlighter->rows((new Parser())->parse($queries[$i % \count($queries)])->node);
            $all = $highlighter->mark($text, $rows);
            $passage = $highlighter->passage($text, $rows);
            self::assertSame(str_contains($all, '<mark>'), str_contains($passage, '<mark>'), $queries[$i % \count($queries)].' in '.$text);
            $plain = html_entity_decode(strip_tags(trim($passage, '… ')));
            self::assertStringContainsString($plain, $text);
            $seen += str_contains($passage, '<mark>') ? 1 : 0;
        }
        self::assertGreaterThan(600, $seen);
        self::assertLessThan(1_400, $seen);
    }

    public function testSomeoneFromOutsideIsRecognised(): void
    {
        $person = static fn (string $ref, ?string $email): BankPerson => new BankPerson($ref, 'Ana Pires', $email, null, 'Welder', 'Vigo', 'ES', 6.0, true, "Ana Pires\nTIG", '2026-01-01');
        $bring = fn (BankPerson $p): int => $this->db()->transaction(fn (): int => $this->get(BringIn::class)('crewfold', $p));
        $first = $bring($person('X-1', 'ana.bank@post.example'));
        self::assertSame($first, $bring($person('X-1', null)), 'by the reference there');
        self::assertSame($first, $bring($person('X-2', 'ANA.BANK@post.example')), 'by the address, however it is written');
        self::assertNotSame($first, $bring($person('X-3', 'other.bank@post.example')));
        self::assertTrue(gmp_testbit($this->get(\Jorvent\People\SearchCandidates::class)(new \Jorvent\Core\Search\Search('tig'))->people, $first), 'and found at once');
    }

    public function testWordsThatAreHardOnPostgres(): void
    {
        $text = "O'Neill \\ C:\\path it''s 'quoted' ".str_repeat('x', 3000).' '.implode(' ', array_map(static fn (int $i): string => "w$i", range(1, 20_000)));
        $id = $this->int('SELECT min(id) FROM candidate');
        $this->db()->transaction(fn () => $this->get(\Jorvent\People\Store\Postings::class)->put($id, new \Jorvent\Core\Search\Profile(\Jorvent\Core\Query\Document::of($text))));
        foreach (["o'neill" => 1, '"w1 w2"' => 1, '"w1 w*"' => 1, 'w15000' => 1, 'path' => 1, '"w2 w1"' => 0, '"c path"' => 1, '"c p*"' => 1, '"it quoted"' => 0] as $query => $expected) {
            $row = (new Parser())->parse($query)->node;
            self::assertInstanceOf(Row::class, $row);
            self::assertSame($expected, $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :id AND (position(:w IN words) > 0 OR (words LIKE :l AND words ~ :p))', ['id' => $id, 'w' => Written::plain($row), 'l' => Written::like($row), 'p' => Written::pattern($row)]), $query);
        }
    }
}
