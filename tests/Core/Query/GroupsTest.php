<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Query;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Groups;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Groups::class)]
#[CoversClass(Tokeniser::class)]
final class GroupsTest extends TestCase
{
    public function testAQueryAsGroups(): void
    {
        $groups = Groups::of((new Parser())->parse('plc AND (welder OR "pipe fitter") AND ((a b) OR c) NOT agency NOT (x OR y)'));
        self::assertSame(['plc'], $groups->must);
        self::assertSame([['welder', '"pipe fitter"']], $groups->oneOf);
        self::assertSame(['agency', 'x', 'y'], $groups->out);
        self::assertSame('((a AND b) OR c)', $groups->rest, 'what has no place in them stays');
        self::assertSame('plc AND (welder OR "pipe fitter") AND ((a AND b) OR c) NOT agency NOT x NOT y', $groups->query());
    }

    public function testWhatIsTypedIntoAGroupIsOneTerm(): void
    {
        self::assertSame('"marine electrician" AND title:weld* AND C++ AND (a OR "b c") NOT "AND"', (new Groups(['marine electrician', 'title:weld*', ' C++ ', ''], [['a', 'b c'], []], ['AND']))->query());
        self::assertSame('NOT agency', (new Groups(out: ['agency']))->query());
        self::assertSame('', (new Groups())->query());
    }

    public function testThereAndBackMeansTheSame(): void
    {
        $random = new RandomQueries(31);
        $documents = array_map(static fn (): Document => Document::of($random->text(3), $random->text(8)), range(1, 30));
        $kept = 0;
        for ($i = 0; $i < 800; ++$i) {
            $query = (new \Jorvent\Core\Query\Printer())->write($random->node(3));
            $groups = Groups::of((new Parser())->parse($query));
            $again = (new Parser())->parse($groups->query());
            self::assertSame([], $again->errors(), $groups->query());
            self::assertEquals($groups, Groups::of($again), $query);
            foreach ($documents as $document) {
                self::assertSame((new Evaluator())->matches((new Parser())->parse($query)->node ?? self::fail(), $document), (new Evaluator())->matches($again->node ?? self::fail(), $document), $query.' => '.$groups->query());
            }
            $kept += '' === $groups->rest ? 0 : 1;
        }
        self::assertGreaterThan(50, $kept, 'some had parts that no group shows');
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function scripts(): iterable
    {
        yield 'Greek' => ['ηλεκτρολόγος', 'Ναυτικός ΗΛΕΚΤΡΟΛΟΓΟΣ', true];
        yield 'Cyrillic' => ['електрик', 'Судновий Електрик', true];
        yield 'Georgian' => ['ელექტრიკოსი', 'გემის ელექტრიკოსი', true];
        yield 'Armenian' => ['էլեկտրիկ', 'Նավի Էլեկտրիկ', true];
        yield 'Hebrew, right to left, with points' => ['חשמלאי', 'חַשְׁמַלַּאי ימי', true];
        yield 'Arabic, with signs above' => ['كهربائي', 'كَهْرَبَائِيّ بحري', true];
        yield 'Persian' => ['برقکار', 'برقکار دریایی', true];
        yield 'Devanagari keeps its vowels' => ['बिजली', 'बिजली मिस्त्री', true];
        yield 'and does not find another word' => ['बजल', 'बिजली मिस्त्री', false];
        yield 'Bengali' => ['বৈদ্যুতিক', 'সামুদ্রিক বৈদ্যুতিক', true];
        yield 'Tamil' => ['மின்', 'கப்பல் மின் பணியாளர்', true];
        yield 'Thai' => ['ช่างไฟฟ้า', 'ช่างไฟฟ้า เรือ', true];
        yield 'Chinese, within a sentence without blanks' => ['技師', '造船技師です', true];
        yield 'Chinese, only in that order' => ['師技', '造船技師', false];
        yield 'Japanese' => ['エンジニア', '機関エンジニア', true];
        yield 'Korean' => ['전기', '선박 전기 기술자', true];
        yield 'Ethiopic' => ['መሐንዲስ', 'የባህር መሐንዲስ', true];
        yield 'Vietnamese, with and without marks' => ['ky su', 'Kỹ sư điện', true];
        yield 'Turkish' => ['isci', 'İşçi', true];
        yield 'Welsh' => ['Tŷ', 'Ty Newydd', true];
        yield 'full width' => ['ＰＬＣ', 'plc', true];
        yield 'a ligature' => ['fitter', 'pipe ﬁtter', true];
        yield 'without width inside a word' => ['seaman', "sea\u{00AD}m\u{200B}an", true];
        yield 'beside an emoji' => ['welder', '🔥welder🔥', true];
        yield 'R is not R&D' => ['R', 'leads R&D', false];
        yield 'R&D is' => ['R&D', 'leads R&D', true];
    }

    #[DataProvider('scripts')]
    public function testScripts(string $query, string $text, bool $found): void
    {
        self::assertSame($found, (new Evaluator())->matches((new Parser())->parse($query)->node ?? self::fail(), Document::of($text)));
    }

    public function testAVeryLongTextCountsToItsLimit(): void
    {
        $document = Document::of(str_repeat('plc cabinets on the ferry, ', 40_000).' lastword');
        self::assertCount(Document::PLACES, $document->positions()['plc']);
        self::assertArrayNotHasKey('lastword', $document->positions());
        self::assertTrue((new Evaluator())->matches((new Parser())->parse('"plc cabinets"')->node ?? self::fail(), $document));
    }

    public function testFieldsAreAskedForByName(): void
    {
        $document = Document::build(['' => ['Marine electrician at Kvitholm'], 'title' => ['Marine electrician', 'Welder'], 'employer' => ['Kvitholm Verft']]);
        $matches = static fn (string $q): bool => (new Evaluator())->matches((new Parser())->parse($q)->node ?? self::fail(), $document);
        self::assertTrue($matches('title:welder'));
        self::assertFalse($matches('welder'));
        self::assertTrue($matches('title:"marine electrician" AND employer:(verft OR yard)'));
        self::assertFalse($matches('employer:electrician'));
        self::assertFalse($matches('title:"electrician welder"'), 'no phrase runs from one title into the next');
        self::assertTrue($matches('title:elec*'));
        self::assertFalse($matches('tit*'), 'the name of a field is no word');
        self::assertSame('title:a AND title:b', (new \Jorvent\Core\Query\Printer())->write((new Parser())->parse('Title: (a b)')->node ?? self::fail()));
    }
}
