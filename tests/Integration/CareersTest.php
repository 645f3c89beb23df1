<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\ChangePosting;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Adverts\SaveAdvertText;
use Jorvent\Careers\Alerts;
use Jorvent\Careers\SendAlerts;
use Jorvent\Careers\Web\ShortMemory;
use Jorvent\People\OwnData\Erase;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** The careers site for people and machines: lists, feeds, alerts by mail, what is counted and what is remembered. */
#[CoversNothing]
final class CareersTest extends DatabaseTest
{
    private const PHONE = 'Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) AppleWebKit/605.1.15 Mobile/15E148 Safari/604.1';

    protected function setUp(): void
    {
        parent::setUp();
        $this->client->setServerParameter('HTTP_USER_AGENT', self::PHONE);
    }

    public function testFeedsAreValidInTheReadersLanguageAndNotSentTwice(): void
    {
        $id = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $this->get(SaveAdvertText::class)(
            $id,
            'pl',
            'Elektryk okrętowy',
            '<p>Utrzymuj światła & "kable".</p>',
            0,
            $this->account('Solveig Aune')->id,
        );
        $this->db()->execute(
            "UPDATE requisition SET title = 'Marine ]]> & <b>Electrician' || chr(11) WHERE id = :id",
            ['id' => $id],
        );
        $tag = '';
        $open = $this->int(
            "SELECT count(*) FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE p.board = 'careers'
             AND p.state = 'live' AND r.state = 'approved'",
        );
        foreach ([
            'openings.xml' => 'opening', 'openings.atom' => 'entry', 'sitemap.xml' => 'url',
        ] as $feed => $element) {
            $this->client->request('GET', '/careers/'.$feed);
            self::assertResponseIsSuccessful();
            $xml = new \DOMDocument();
            self::assertTrue($xml->loadXML((string) $this->client->getResponse()->getContent(), \LIBXML_NONET), $feed);
            self::assertCount($open + ('url' === $element ? 2 : 0), $xml->getElementsByTagName($element), $feed);
            $tag = (string) $this->client->getResponse()->headers->get('ETag');
            $this->client->request('GET', '/careers/'.$feed, server: ['HTTP_IF_NONE_MATCH' => $tag]);
            self::assertResponseStatusCodeSame(304);
            self::assertSame('', $this->client->getResponse()->getContent());
        }
        $this->client->request('GET', '/careers/openings.xml?lang=pl');
        $polish = (string) $this->client->getResponse()->getContent();
        self::assertStringContainsString('<title>Elektryk okrętowy</title>', $polish);
        self::assertStringContainsString('<inLanguage>pl</inLanguage>', $polish);
        self::assertStringContainsString('<inLanguage>en</inLanguage>', $polish, 'what is not translated says so');
        $this->db()->execute(
            "UPDATE posting SET state = 'withdrawn', want = 'down' WHERE requisition_id = :r AND board = 'careers'",
            ['r' => $id],
        );
        $this->client->request('GET', '/careers/openings.xml', server: ['HTTP_IF_NONE_MATCH' => $tag]);
        self::assertResponseStatusCodeSame(200);
        $this->client->request('GET', '/robots.txt');
        self::assertStringContainsString('Sitemap: http', (string) $this->client->getResponse()->getContent());
    }

    public function testPagesAreNotSentTwiceAndWhatChangesIsSeen(): void
    {
        foreach (['/careers', '/careers?q=electrician', '/careers/2201', '/careers/about/how-we-choose'] as $page) {
            $this->client->getCookieJar()->clear();
            $this->client->request('GET', $page);
            $response = $this->client->getResponse();
            self::assertSame(
                'max-age=0, must-revalidate, public, s-maxage=30',
                $response->headers->get('Cache-Control'),
                $page,
            );
            $tag = (string) $response->headers->get('ETag');
            $this->client->request('GET', $page, server: ['HTTP_IF_NONE_MATCH' => $tag]);
            self::assertResponseStatusCodeSame(304);
            $this->client->getCookieJar()->set(new Cookie('kept', '2201'));
            $this->client->request('GET', $page);
            self::assertStringContainsString(
                'private',
                (string) $this->client->getResponse()->headers->get('Cache-Control'),
                'what someone brings is theirs alone',
            );
        }
        $this->client->getCookieJar()->clear();
        $this->client->request('GET', '/careers');
        $tag = (string) $this->client->getResponse()->headers->get('ETag');
        $this->db()->execute(
            "UPDATE posting SET state = 'withdrawn', want = 'down' WHERE board = 'careers'
             AND requisition_id = (SELECT id FROM requisition WHERE number = 2201)",
        );
        $this->client->request('GET', '/careers', server: ['HTTP_IF_NONE_MATCH' => $tag]);
        self::assertResponseStatusCodeSame(200);
        self::assertSelectorNotExists('a[href*="/careers/2201"]');
    }

    public function testAPageIsWrittenOnceForAllWhoBringNoCookie(): void
    {
        $memory = new ShortMemory(new ArrayAdapter());
        $times = 0;
        $write = static function () use (&$times): Response {
            return new Response('written '.++$times, 200, ['Vary' => 'Cookie']);
        };
        $read = static fn (string $key, array $cookies = []): string => (string) $memory->page(
            Request::create('http://localhost/careers', cookies: $cookies),
            $key,
            $write,
        )->getContent();
        self::assertSame(['written 1', 'written 1', 'written 2'], [$read('a'), $read('a'), $read('b')]);
        self::assertSame(['written 3', 'written 4'], [$read('a', ['kept' => '1']), $read('a', ['kept' => '1'])]);
        self::assertSame(
            ['Cookie'],
            $memory->page(Request::create('http://localhost/careers'), 'a', $write)->getVary(),
        );
    }

    public function testAnOpeningIsReadInTheReadersLanguageWhereItIsWrittenInIt(): void
    {
        $id = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $this->get(SaveAdvertText::class)(
            $id,
            'nb',
            'Skipselektriker',
            '<p>Hold lysene på.</p>',
            1,
            $this->account('Solveig Aune')->id,
        );
        $this->client->request('GET', '/careers/2201?lang=nb');
        self::assertSelectorTextContains('h1', 'Skipselektriker, Bergen');
        self::assertSelectorTextContains('.rich', 'Hold lysene på.');
        $this->client->request('GET', '/careers/2202?lang=nb');
        self::assertSame(
            'en',
            $this->client->getCrawler()->filter('h1')->attr('lang'),
            'an English text says that it is English',
        );
        self::assertSelectorTextContains('main', 'Denne teksten er på engelsk.');
        $crawler = $this->client->request('GET', '/careers?lang=pl');
        self::assertSame(
            ['Wszystkie rodzaje', 'Na lądzie'],
            \array_slice(
                array_map(
                    static fn (string $t): string => trim((string) preg_replace('/\d+$/', '', $t)),
                    $crawler->filter('.c-facets')->eq(1)->filter('a')->each(static fn ($a): string => $a->text()),
                ),
                0,
                2,
            ),
        );
        self::assertDoesNotMatchRegularExpression(
            '/>\s*(kind|employment|remote|facet|careers|alert)\.[a-z_.]+/',
            (string) $this->client->getResponse()->getContent(),
            'every word is worded',
        );
        $this->client->request('GET', '/careers?lang=nb&q=lysene');
        self::assertSelectorTextContains('.c-list', 'Skipselektriker');
    }

    public function testListsOfThousandsAreRead(): void
    {
        $this->db()->execute(
            "INSERT INTO requisition (number, title, unit_id, site_id, requester_id, recruiter_id, manager_id,
                 currency, musts, wishes, competencies, questions, description, state, category, created_at,
                 saved_at, approved_at)
             SELECT 50000 + n, 'Deckhand ' || n, unit_id, site_id, requester_id, recruiter_id, manager_id, currency,
                 musts, wishes, competencies, questions, '<p>Ropes and paint.</p>', 'approved', 'Deck', created_at,
                 saved_at, approved_at
             FROM requisition, generate_series(1, 70) n WHERE number = 2202",
        );
        $this->db()->execute(
            "INSERT INTO posting (requisition_id, board, code, state, asked_at, live_at)
             SELECT id, 'careers', substr(md5(number::text), 1, 10), 'live', :now, :now FROM requisition
             WHERE number > 50000",
            ['now' => $this->clock()->now()],
        );
        $crawler = $this->client->request('GET', '/careers?q=deckh');
        self::assertCount(30, $crawler->filter('.c-list > li'));
        self::assertSelectorTextContains('h1', '70');
        $crawler = $this->client->click($crawler->filter('a[rel=next]')->link());
        $crawler = $this->client->click($crawler->filter('a[rel=next]')->link());
        self::assertCount(10, $crawler->filter('.c-list > li'));
        self::assertCount(0, $crawler->filter('a[rel=next]'));
        self::assertStringContainsString('q=deckh', (string) $crawler->filter('a[rel=prev]')->attr('href'));
    }

    public function testAnAlertIsConfirmedSentOnceAndEndedByOneClick(): void
    {
        $this->putOffWhatWaits();
        $address = 'alert.'.bin2hex(random_bytes(4)).'@post.example';
        $ask = function (string $email): int {
            $token = $this->client->request(
                'GET',
                '/careers?city=Bergen&lang=pl',
            )->filter('.c-alert input[name=_token]')->attr('value');
            $this->client->request(
                'POST',
                '/careers?lang=pl&city=Bergen&nonsense=x',
                ['_token' => $token, 'email' => $email],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(422, $ask("a@b.example\r\nBcc: all@post.example"));
        self::assertSelectorTextContains('.c-alert .c-error', 'e-mail');
        self::assertSame(200, $ask($address));
        self::assertSame(200, $ask($address), 'asked again it says the same');
        $this->deliverAll();
        $mails = self::mailbox($address);
        self::assertCount(1, $mails, 'and mails nothing more');
        self::assertStringContainsString('Nowe oferty', $mails[0]['subject']);
        self::assertSame(1, preg_match('#/careers/alerts/([\w-]{20,60})#', $mails[0]['text'], $m));
        $alerts = $this->get(Alerts::class);
        $this->open(2203, 'Bergen');
        $this->get(SendAlerts::class)->run();
        $this->deliverAll();
        self::assertCount(1, self::mailbox($address), 'nothing before it is confirmed');
        $crawler = $this->client->request('GET', '/careers/alerts/'.$m[1]);
        self::assertFalse($alerts->find($m[1])?->isConfirmed(), 'a program that follows links confirms nothing');
        $this->client->request(
            'POST',
            '/careers/alerts/'.$m[1],
            ['_token' => $crawler->filter('input[name=_token]')->attr('value')],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertTrue($alerts->find($m[1])?->isConfirmed());
        $this->clock()->moveTo($this->clock()->now()->modify('+1 hour'));
        $this->open(2204, 'Bergen');
        $this->open(2205, 'Halifax');
        $this->get(SendAlerts::class)->run();
        $this->get(SendAlerts::class)->run();
        $this->deliverAll();
        $mails = self::mailbox($address);
        self::assertCount(2, $mails);
        self::assertStringContainsString('/careers/2204?lang=pl', $mails[0]['text']);
        self::assertStringNotContainsString('/careers/2203', $mails[0]['text'], 'it was there before');
        self::assertStringNotContainsString('/careers/2205', $mails[0]['text'], 'another town');
        // the mail reader's own button: a POST without a token or an origin
        $this->client->request('POST', '/careers/alerts/'.$m[1].'/end', ['List-Unsubscribe' => 'One-Click']);
        self::assertResponseIsSuccessful();
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM opening_alert WHERE email = :e', ['e' => $address]),
            'the address is forgotten',
        );
        $this->client->request('POST', '/careers/alerts/'.$m[1].'/end');
        self::assertResponseIsSuccessful();
        $this->client->request('GET', '/careers/alerts/'.$m[1]);
        self::assertResponseStatusCodeSame(410);
    }

    public function testTheGuideProposesWithReasonsAnswersFromWhatIsWrittenAndHandsOn(): void
    {
        $crawler = $this->client->request(
            'GET',
            '/careers/guide?lang=en&city[]=Bergen&kind[]=Engine&words=I+like+finding+faults&years=4',
        );
        self::assertSame(
            ['Marine Electrician'],
            $crawler->filter('.c-list b')->each(static fn ($b): string => $b->text()),
        );
        self::assertSelectorTextContains(
            '.c-list',
            'because it is in Bergen, it is work Engines and electrics, it is about fault finding, your years are enough for the 3 it asks',
        );
        $this->client->request('GET', '/careers/guide?lang=en&words=ballet');
        self::assertSelectorTextContains('main', 'suits that');
        $this->client->request('GET', '/careers/guide?lang=en&question=how+long+is+a+shift');
        self::assertSelectorTextContains('main', 'Twelve hours, two weeks on');
        $this->client->request('GET', '/careers/guide?lang=en&question=Will+you+pay+for+a+house');
        self::assertSelectorTextContains('main', 'we do not guess');
        $this->client->request('GET', '/careers/guide?city=Bergen&kind[][]=x&years=abc&question[]=x');
        self::assertLessThan(500, $this->client->getResponse()->getStatusCode());
        $this->putOffWhatWaits();
        $before = $this->int('SELECT count(*) FROM delivery');
        $write = function (array $fields): int {
            $token = $this->client->request(
                'GET',
                '/careers/guide?lang=en',
            )->filter('input[name=_token]')->attr('value');
            $this->client->request(
                'POST',
                '/careers/guide',
                ['_token' => $token] + $fields,
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(422, $write(['name' => 'A', 'email' => "x@y.example\nBcc: z@y.example", 'message' => 'Hi']));
        self::assertSame($before, $this->int('SELECT count(*) FROM delivery'), 'nothing is kept before');
        self::assertSame(
            200,
            $write([
                'name' => "Ana\r\nBcc: z@y.example", 'email' => 'ana.pires@post.example',
                'message' => 'Is <b>there</b> a flat?',
            ]),
        );
        $this->deliverAll();
        $mail = self::mailbox('hiring@skerryline.example')[0];
        self::assertSame(
            'A question from the careers site, from Ana Bcc: z@y.example',
            $mail['subject'],
            'one line, one header',
        );
        self::assertStringContainsString('Is <b>there</b> a flat?', $mail['text']);
        $this->as('Runa Eikeland');
        $version = $this->int('SELECT version FROM guide');
        $this->send(
            '/guide',
            '/guide',
            ['version' => $version, 'offered' => 'never', 'contact' => '', 'greeting' => ['en' => 'Ahoy <script>']],
        );
        $this->client->request('GET', '/careers?lang=en');
        self::assertSelectorNotExists('.c-guide');
        $this->client->request('GET', '/careers/guide?lang=en');
        self::assertSelectorTextContains('.lead', 'Ahoy <script>');
        self::assertStringNotContainsString('<script>', (string) $this->client->getResponse()->getContent());
        $typed = [
            'locale' => 'en', 'question' => 'Will you pay for a house?',
            'answer' => 'A flat for the first three months.',
        ];
        $this->send('/guide', '/guide/answers', [...$typed, 'question' => 'Eh?'], 422);
        self::assertSelectorExists('[name=question][value="Eh?"]', 'what was typed is still there');
        $this->send('/guide', '/guide/answers', $typed);
        $this->client->request('GET', '/careers/guide?lang=en&question=Will+you+pay+for+a+house');
        self::assertSelectorTextContains('main', 'A flat for the first three months.');
        $path = '/guide/answers/'.$this->int('SELECT max(id) FROM guide_answer');
        $this->send($path, $path, [...$typed, 'answer' => 'A boat.', 'version' => '9'], 422);
        self::assertSelectorTextContains('.errors', 'Someone saved it meanwhile');
        $this->send($path, $path, [...$typed, 'answer' => 'A boat.', 'version' => '1']);
        self::assertSame(
            'A boat.',
            $this->db()->row('SELECT answer FROM guide_answer ORDER BY id DESC LIMIT 1')?->str('answer'),
        );
        $this->send($path, $path.'/remove', []);
        $this->client->request('GET', $path);
        self::assertResponseStatusCodeSame(404);
    }

    public function testAHalfWrittenApplicationIsFinishedLaterByLink(): void
    {
        $this->putOffWhatWaits();
        $crawler = $this->client->request('GET', '/careers/2204/apply?lang=en');
        $this->client->request(
            'POST',
            '/careers/2204/apply?lang=en',
            ['_token' => $crawler->filter('input[name=_token]')->attr('value'), 'file' => 'no'],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $crawler = $this->client->followRedirect();
        $path = (string) parse_url($crawler->getUri() ?? '', \PHP_URL_PATH);
        $token = $crawler->filter('input[name=_token]')->attr('value');
        $later = fn (string $email) => $this->client->request(
            'POST',
            $path,
            ['_token' => $token, 'name' => 'Ana Pires', 'email' => $email, 'then' => 'later'],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $later('nowhere');
        self::assertResponseStatusCodeSame(422);
        self::assertSame(
            'Ana Pires',
            $this->client->getCrawler()->filter('[name=name]')->attr('value'),
            'nothing typed is lost',
        );
        $address = 'later.'.bin2hex(random_bytes(4)).'@post.example';
        $later($address);
        self::assertResponseIsSuccessful();
        $this->deliverAll();
        self::assertStringContainsString($path, self::mailbox($address)[0]['text']);
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM candidate WHERE email = :e', ['e' => $address]),
            'nobody is a candidate before sending',
        );
        $this->client->getCookieJar()->clear();
        $crawler = $this->client->request('GET', $path);
        self::assertSame(
            [$address, 'Ana Pires'],
            [$crawler->filter('[name=email]')->attr('value'), $crawler->filter('[name=name]')->attr('value')],
            'on another device',
        );
    }

    public function testACandidateAddsAFileTakesTheirDataAndIsForgotten(): void
    {
        $row = $this->db()->row(
            "SELECT p.id, p.candidate_id, c.name, c.email FROM application p
             JOIN candidate c ON c.id = p.candidate_id JOIN requisition r ON r.id = p.requisition_id
             WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'screening' AND c.email IS NOT NULL
             ORDER BY p.id LIMIT 1",
        );
        self::assertNotNull($row);
        [$id, $name, $email] = [$row->int('candidate_id'), $row->str('name'), $row->str('email')];
        $path = (string) parse_url(
            $this->get(GuestLinks::class)->issue(LinkPurpose::Status, $row->int('id'), 30),
            \PHP_URL_PATH,
        );
        $do = function (array $fields, array $files = []) use ($path): void {
            $token = $this->client->request('GET', $path)->filter('input[name=_token]')->first()->attr('value');
            $this->client->request(
                'POST',
                $path,
                ['_token' => $token] + $fields,
                $files,
                ['HTTP_ORIGIN' => 'http://localhost'],
            );
        };
        $do(['do' => 'file']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorExists('details[open] .c-error', 'refused at its place');
        $file = tempnam(sys_get_temp_dir(), 'cv');
        self::assertNotFalse($file);
        $text = 'A certificate for cranes '.bin2hex(random_bytes(6));
        file_put_contents($file, $text);
        $do(['do' => 'file'], ['resume' => new UploadedFile($file, '../../<b>cert.txt', 'text/plain', test: true)]);
        self::assertResponseRedirects($path);
        $stored = $this->db()->row(
            'SELECT file_name, file_sha256 FROM resume WHERE candidate_id = :c ORDER BY id DESC LIMIT 1',
            ['c' => $id],
        );
        self::assertStringNotContainsString('/', (string) $stored?->str('file_name'));
        $this->putOffWhatWaits();
        $do(['do' => 'data']);
        self::assertResponseRedirects($path);
        $do(['do' => 'data']);
        $this->deliverAll();
        self::assertSame(
            1,
            preg_match('#/l/data/[\w\-]+#', self::mailbox($email)[0]['text'], $m),
            'only ever to their address',
        );
        $this->client->request('GET', $path.'/data');
        self::assertResponseStatusCodeSame(404, 'the status page itself gives nothing away');
        $this->client->request('GET', $m[0]);
        self::assertResponseIsSuccessful();
        $data = json_decode((string) $this->client->getResponse()->getContent(), true);
        self::assertIsArray($data);
        $person = $data['person'] ?? null;
        self::assertIsArray($person);
        self::assertSame([$name, $email], [$person['name'] ?? null, $person['email'] ?? null]);
        self::assertStringContainsString($text, (string) json_encode($data['resumes'] ?? ''));
        self::assertStringNotContainsString('scorecard', (string) $this->client->getResponse()->getContent());
        $this->client->request('GET', '/l/data/aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa');
        self::assertResponseStatusCodeSame(410);
        $do(['do' => 'forget']);
        $this->as('Runa Eikeland');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('main', 'Forget '.$name);
        $this->send('/people/'.$id.'/forget', '/people/'.$id.'/forget', []);
        $held = (string) json_encode(
            array_map(
                static fn ($r): array => $r->columns(),
                [
                    ...$this->db()->rows('SELECT * FROM candidate WHERE id = :c', ['c' => $id]),
                    ...$this->db()->rows('SELECT * FROM application WHERE candidate_id = :c', ['c' => $id]),
                    ...$this->db()->rows('SELECT * FROM resume WHERE candidate_id = :c', ['c' => $id]),
                    ...$this->db()->rows('SELECT * FROM personal_value WHERE candidate_id = :c', ['c' => $id]),
                    ...$this->db()->rows('SELECT * FROM candidate_words WHERE candidate_id = :c', ['c' => $id]),
                ],
            ),
            \JSON_UNESCAPED_UNICODE,
        );
        foreach ([$name, $email, explode(' ', $name)[1] ?? $name] as $personal) {
            self::assertStringNotContainsString($personal, $held);
        }
        self::assertFileDoesNotExist($this->get(FileStore::class)->path((string) $stored?->str('file_sha256')));
        self::assertSame(
            0,
            $this->int("SELECT count(*) FROM application WHERE candidate_id = :c AND state = 'active'", ['c' => $id]),
        );
        $hired = $this->int(
            'SELECT p.candidate_id FROM hire h JOIN application p ON p.id = h.application_id
             WHERE h.fell_through_at IS NULL LIMIT 1',
        );
        self::assertSame(['hired_kept'], $this->refused(fn () => $this->get(Erase::class)($hired, 'house')));
    }

    public function testAnOpeningIsForColleaguesAloneInItsFirstDays(): void
    {
        $this->as('Solveig Aune');
        $id = $this->int('SELECT id FROM requisition WHERE number = 2204');
        $today = $this->clock()->now()->setTime(0, 0);
        $this->get(ChangePosting::class)->withdrawAll($id);
        $publish = fn (string $until, string ...$places) => $this->get(PublishAdvert::class)($id, array_values($places), new PostingTerms(
            until: $today->modify($until), insideUntil: $today->modify('+3 days'),
        ));
        self::assertSame(
            ['inside inside_wrong'], $this->refused(static fn () => $publish('+20 days', 'careers', 'yard')),
            'a board would not keep it inside',
        );
        self::assertSame(['inside inside_wrong'], $this->refused(static fn () => $publish('+2 days', 'careers')));
        $publish('+20 days', 'careers');
        $code = (string) $this->db()->row(
            "SELECT code FROM posting WHERE requisition_id = :r AND state = 'live'",
            ['r' => $id],
        )?->str('code');
        $this->client->getCookieJar()->clear();
        $status = function (string $path): int {
            $this->client->request('GET', $path);

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(
            [410, 200, 410, 200],
            [
                $status('/careers/2204'), $status('/careers/2204?via='.$code), $status('/careers/2204/apply'),
                $status('/careers/2204/apply?via='.$code),
            ],
        );
        foreach ([
            '/careers?lang=en', '/careers/openings.xml', '/careers/openings.atom', '/careers/sitemap.xml',
            '/careers/guide?lang=en&words=hulls',
        ] as $path) {
            $this->client->request('GET', $path);
            self::assertStringNotContainsString('/2204', (string) $this->client->getResponse()->getContent(), $path);
        }
        $crawler = $this->client->request('GET', '/careers/2204/apply?lang=en&via='.$code);
        $this->client->request(
            'POST',
            '/careers/2204/apply?lang=en&via='.$code,
            ['_token' => $crawler->filter('input[name=_token]')->attr('value'), 'file' => 'no'],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $this->client->followRedirect();
        self::assertSelectorExists('[name=email]', 'a colleague goes on by the same way');
        $this->clock()->moveTo($today->modify('+4 days'));
        self::assertSame(200, $status('/careers/2204'));
    }

    public function testOpeningsAreKeptInTheBrowserAlone(): void
    {
        $keep = function (int $number, string $keep): void {
            $token = $this->client->request(
                'GET',
                '/careers/'.$number.'?lang=en',
            )->filter('.c-keep input[name=_token]')->attr('value');
            $this->client->request(
                'POST',
                '/careers/'.$number.'/keep',
                ['_token' => $token, 'keep' => $keep],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );
            self::assertResponseRedirects('/careers/'.$number);
        };
        $keep(2201, 'yes');
        $keep(2205, 'yes');
        $keep(2201, 'yes');
        $titles = fn (): array => $this->client->request(
            'GET',
            '/careers?lang=en&kept=1',
        )->filter('.c-list .what > b')->each(static fn ($b): string => $b->text());
        self::assertEqualsCanonicalizing(['Marine Electrician', 'Ticketing Data Analyst'], $titles());
        $keep(2205, 'no');
        self::assertSame(['Marine Electrician'], $titles());
        $this->client->getCookieJar()->clear();
        $this->client->getCookieJar()->set(new Cookie('kept', '2201.<script>.99999999999999.2202'));
        self::assertEqualsCanonicalizing(
            ['Marine Electrician', 'Second Engineer'],
            $titles(),
            'what is no number is nothing',
        );
    }

    public function testWhatCountsAsAVisit(): void
    {
        $posting = $this->int(
            "SELECT p.id FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2202
             AND p.board = 'careers'",
        );
        $counted = function (string ...$views) use ($posting): int {
            $visits = 'SELECT coalesce(sum(visits), 0) FROM posting_day WHERE posting_id = :p';
            $before = $this->int($visits, ['p' => $posting]);
            foreach ($views as $view) {
                [$agent, $address, $purpose] = explode(' @ ', $view) + ['', '', ''];
                $this->client->request(
                    'GET',
                    '/careers/2202',
                    server: ['HTTP_USER_AGENT' => $agent, 'REMOTE_ADDR' => $address, 'HTTP_SEC_PURPOSE' => $purpose],
                );
            }

            return $this->int($visits, ['p' => $posting]) - $before;
        };
        self::assertSame(
            1,
            $counted(self::PHONE.' @ 198.51.100.7', self::PHONE.' @ 198.51.100.7'),
            'a reload is no second visit',
        );
        self::assertSame(
            2,
            $counted(
                self::PHONE.' @ 198.51.100.8',
                'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0 @ 198.51.100.7',
            ),
        );
        self::assertSame(
            0,
            $counted(
                'Mozilla/5.0 (compatible; ExampleBot/2.1; +https://bot.example) @ 198.51.100.9',
                ' @ 198.51.100.9',
                self::PHONE.' @ 198.51.100.9 @ prefetch;prerender',
            ),
            'programs and pages fetched ahead do not count',
        );
        self::assertSame(
            0,
            $this->int("SELECT count(*) FROM information_schema.columns WHERE column_name IN ('salt', 'visitor_hash')"),
            'nothing to know anyone by is stored',
        );
    }

    public function testTheWayIsRememberedOnlyWhenAllowedAndOnlyInTheBrowser(): void
    {
        $codes = array_map(
            static fn ($r): string => $r->str('code'),
            $this->db()->rows(
                "SELECT p.code FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201
                 AND p.state = 'live' ORDER BY p.id LIMIT 2",
            ),
        );
        $crawler = $this->client->request('GET', '/careers/2201?via='.$codes[0]);
        self::assertNull($this->client->getCookieJar()->get('ways'));
        $answer = function (string $may) use ($crawler, $codes): void {
            $this->client->request(
                'POST',
                '/careers/2201/ways',
                [
                    '_token' => $crawler->filter('.c-ways input[name=_token]')->attr('value'), 'via' => $codes[0],
                    'may' => $may,
                ],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );
            self::assertResponseRedirects('/careers/2201?via='.$codes[0]);
        };
        $answer('no');
        $this->client->request('GET', '/careers/2201?via='.$codes[0]);
        self::assertNull($this->client->getCookieJar()->get('ways'));
        self::assertSelectorNotExists('.c-ways');
        $answer('yes');
        $this->client->request('GET', '/careers/2201?via='.$codes[0]);
        $this->client->request('GET', '/careers/2201?via='.$codes[1]);
        $this->client->request('GET', '/careers/2201?via=%3Cscript%3E');
        $day = $this->clock()->now()->format('Ymd');
        self::assertSame(
            $codes[0].'-'.$day.'.'.$codes[1].'-'.$day,
            $this->client->getCookieJar()->get('ways')?->getValue(),
        );
    }

    private function open(int $number, string $city): void
    {
        $this->db()->execute(
            "UPDATE requisition SET state = 'approved', site_id = (SELECT id FROM site WHERE city = :c ORDER BY id
             LIMIT 1) WHERE number = :n",
            ['n' => $number, 'c' => $city],
        );
        $this->db()->execute(
            "UPDATE posting SET state = 'live', want = 'live', live_at = :now, until = NULL WHERE board = 'careers'
             AND requisition_id = (SELECT id FROM requisition WHERE number = :n)",
            ['n' => $number, 'now' => $this->clock()->now()],
        );
    }
}
