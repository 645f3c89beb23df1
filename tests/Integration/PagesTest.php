<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Platform\Database\QueryCount;
use Jorvent\Platform\Web\SecurityHeaders;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;

#[CoversNothing]
final class PagesTest extends DatabaseTest
{
    private const MOST_QUERIES = 25;
    /** Whose page it is that someone opens is looked up in the log and written there. */
    private const LOGGED = 3;

    /** @return iterable<string, array{string, string}> */
    public static function pages(): iterable
    {
        foreach (['/today', '/intake', '/lists', '/requisitions', '/departments', '/departments/2', '/why?typed=4412&company=', '/requisitions/new?profile=abc', '/requisitions?state=all&q=berg', '/requisitions/new?profile=3', '/r/2201/brief', '/r/2206/brief', '/r/2201/adverts', '/r/2201/sourcing?q=PLC+OR+SCADA', '/r/2201/sourcing?q=PLC&in=outside', '/r/2201/sourcing/compare?people[]=62&people[]=71&people[]=80&people[]=81', '/r/2201/searches', '/people/62/openings', '/r/2201/pipeline', '/r/2201/pipeline?show=ended', '/r/2201/interviews', '/r/2205/offer', '/r/2207/outcome', '/r/2201/history', '/people/62', '/find?q=a'] as $path) {
            yield $path => ['Solveig Aune', $path];
        }
        foreach (['/staff', '/sites', '/rates', '/question-library', '/catalogue', '/catalogue/1', '/catalogue/1/questions', '/approval-rules', '/holidays', '/colleagues', '/data', '/dictionary', '/thesaurus', '/declared'] as $path) {
            yield $path => ['Runa Eikeland', $path];
        }
        yield '/careers' => ['', '/careers'];
        yield '/careers/2201' => ['', '/careers/2201'];
    }

    #[DataProvider('pages')]
    public function testAPageStaysWithinItsQueriesAndSendsItsHeaders(string $who, string $path): void
    {
        if ('' !== $who) {
            $this->as($who);
        }
        $count = $this->get(QueryCount::class);
        $count->reset();
        $this->client->request('GET', $path);
        self::assertResponseIsSuccessful();
        self::assertLessThanOrEqual(self::MOST_QUERIES + (str_starts_with($path, '/people/') ? self::LOGGED : 0), $count->count());
        self::assertGreaterThan(0, $count->count());
        $headers = $this->client->getResponse()->headers;
        self::assertSame(SecurityHeaders::POLICY, $headers->get('Content-Security-Policy'));
        self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
        $html = (string) $this->client->getResponse()->getContent();
        self::assertDoesNotMatchRegularExpression('/\sstyle=|\son[a-z]+=|<script(?![^>]*(src=|ld\+json))/i', $html);
    }

    public function testAListDoesNotAskPerRow(): void
    {
        $this->as('Solveig Aune');
        $count = $this->get(QueryCount::class);
        $queries = [];
        foreach (['/r/2201/pipeline', '/r/2209/pipeline', '/requisitions?q=payroll', '/requisitions?state=all'] as $path) {
            $count->reset();
            $this->client->request('GET', $path);
            $queries[$path] = $count->count();
        }
        self::assertLessThanOrEqual(4, abs($queries['/r/2201/pipeline'] - $queries['/r/2209/pipeline']), 'thirty people or eight; a phrase of a search may have to be looked for');
        self::assertSame($queries['/requisitions?q=payroll'], $queries['/requisitions?state=all'], 'one requisition or thirteen');
    }

    public function testAFormWithoutATokenChangesNothing(): void
    {
        $this->as('Solveig Aune');
        $before = $this->int('SELECT count(*) FROM verdict');
        $this->client->request('POST', '/r/2201/sourcing/aside', ['person' => '3', 'name' => 'x']);
        self::assertSame(403, $this->client->getResponse()->getStatusCode());
        $this->client->request('POST', '/r/2201/sourcing/aside', ['person' => '3', 'name' => 'x', '_token' => 'made up']);
        self::assertSame(403, $this->client->getResponse()->getStatusCode());
        self::assertSame($before, $this->int('SELECT count(*) FROM verdict'));
        $this->send('/r/2201/pipeline', '/r/2201/sourcing/aside', ['person' => '3', 'name' => 'x']);
        self::assertSame($before + 1, $this->int('SELECT count(*) FROM verdict'));
    }

    public function testTheListExportsAsCsvWithoutFormulas(): void
    {
        $this->db()->execute("UPDATE requisition SET title = '=1+1' WHERE number = 2201");
        $this->as('Solveig Aune');
        ob_start();
        $this->client->request('GET', '/requisitions?as=csv&state=all');
        $this->client->getResponse()->sendContent();
        $csv = (string) ob_get_clean();
        $csv = '' === $csv ? $this->client->getInternalResponse()->getContent() : $csv;
        self::assertStringContainsString("'=1+1,Bergen,Electrical", $csv);
        self::assertSame(1 + $this->int('SELECT count(*) FROM requisition'), substr_count(trim($csv), "\n") + 1);
    }

    public function testABriefOffersTheCompanyOfItsUnitsAndOneTextOfTheDescription(): void
    {
        foreach (['Mo Bakkerud' => [2210, 1], 'Isla Farquhar' => [2212, 0]] as $who => [$number, $areas]) {
            $this->as($who);
            $page = $this->client->request('GET', '/r/'.$number.'/brief');
            self::assertResponseIsSuccessful();
            self::assertSame('Skerry Line', $page->filter('[data-company] option')->first()->text(), $who);
            self::assertCount($areas, $page->filter('textarea#description'), $who);
            self::assertCount(1 - $areas, $page->filter('div#description'), $who);
        }
    }

    public function testTheDescriptionIsTheSameOnTheCareersSiteAndOnPaper(): void
    {
        $html = '<h2>What you will do</h2><p>Keep <strong>żagle</strong> &amp; ropes <em>dry</em>.</p><ul><li>first å</li><li>second</li></ul>';
        $this->db()->execute('UPDATE requisition SET description = :d WHERE number = 2201', ['d' => $html]);
        $site = $this->client->request('GET', '/careers/2201')->filter('.rich');
        self::assertSame(['What you will do', 'żagle', 'dry', 2], [$site->filter('h2, h3')->first()->text(), $site->filter('strong')->text(), $site->filter('em')->text(), $site->filter('ul')->first()->filter('li')->count()]);
        $this->as('Solveig Aune');
        $this->client->request('GET', '/r/2201/brief.pdf');
        self::assertResponseIsSuccessful();
        self::assertResponseHeaderSame('Content-Type', 'application/pdf');
        $pdf = (string) $this->client->getResponse()->getContent();
        self::assertStringStartsWith('%PDF-', $pdf);
        $file = tempnam(sys_get_temp_dir(), 'pdf');
        self::assertNotFalse($file);
        file_put_contents($file, $pdf);
        $text = (string) preg_replace('/\s+/', ' ', (string) shell_exec('pdftotext -layout -enc UTF-8 '.escapeshellarg($file).' -'));
        unlink($file);
        self::assertStringContainsString('What you will do Keep żagle & ropes dry.', $text);
        self::assertStringContainsString('first å second', $text, 'the dots are drawn');
        self::assertStringNotContainsString('<', $text);
    }

    public function testAManagerSeesOnlyWhatIsWithinReach(): void
    {
        $this->as('Callum Gauthier');
        $this->client->request('GET', '/requisitions?state=all');
        $html = (string) $this->client->getResponse()->getContent();
        self::assertStringContainsString('Ticketing Data Analyst', $html);
        self::assertStringNotContainsString('Marine Electrician', $html);
        $this->client->request('GET', '/find?q=electrician');
        self::assertStringNotContainsString('R-2201', (string) $this->client->getResponse()->getContent());
    }
}
