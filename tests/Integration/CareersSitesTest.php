<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Careers\Alerts;
use Jorvent\Careers\Applicant;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Declarations;
use Jorvent\Careers\Read\DeclaredBy;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\ReferralQuery;
use Jorvent\Careers\Referrals;
use Jorvent\Careers\SendAlerts;
use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Shared\Money;
use Jorvent\Organisation\BrandFacts;
use Jorvent\Organisation\BrandPages;
use Jorvent\Organisation\Brands;
use Jorvent\Organisation\Logo;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** Brands and their pages, consent in versions, telling a friend, being kept in mind, what is declared; and what strangers try. */
#[CoversNothing]
final class CareersSitesTest extends DatabaseTest
{
    private const SCRIPT = '<script>alert(1)</script>"><img src=x onerror=alert(2)>';

    protected function setUp(): void
    {
        parent::setUp();
        $this->client->setServerParameters([
            'HTTP_USER_AGENT' => 'Mozilla/5.0 (iPhone) Mobile/15E148 Safari/604.1',
            'REMOTE_ADDR' => '10.'.random_int(0, 255).'.'.random_int(0, 255).'.'.random_int(1, 254),
        ]);
    }

    public function testAUnitHiresUnderItsOwnBrand(): void
    {
        $brands = $this->get(Brands::class);
        $query = $this->get(BrandQuery::class);
        $all = $this->client->request('GET', '/careers?lang=en')->filter('.c-list li a')->count();
        $crawler = $this->client->request('GET', '/careers/yard?lang=en');
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.c-brand', 'Skerry Yard');
        $own = $crawler->filter('.c-list li a')->count();
        self::assertSame(
            $this->int(
                "SELECT count(*) FROM posting p JOIN requisition r ON r.id = p.requisition_id
                 JOIN org_unit u ON u.id = r.unit_id JOIN org_unit y ON y.id = 21 WHERE p.board = 'careers'
                 AND p.state = 'live' AND r.state = 'approved' AND starts_with(u.path, y.path)",
            ),
            $own,
        );
        self::assertGreaterThan($own, $all);
        $this->client->request('GET', '/careers/2204?lang=en');
        self::assertSelectorTextContains(
            '.c-brand',
            'Skerry Yard',
            'the opening of a yard is the yard\'s, by whichever way one came',
        );
        $data = json_decode($this->client->getCrawler()->filter('script[type="application/ld+json"]')->text(), true);
        self::assertIsArray($data);
        self::assertIsArray($data['hiringOrganization'] ?? null);
        self::assertSame('Skerry Yard', $data['hiringOrganization']['name'] ?? null);
        $this->client->request('GET', '/careers/2201?lang=en');
        self::assertSelectorTextContains('.c-brand', 'Skerry Line');
        $this->client->request('GET', '/careers/nobody');
        self::assertResponseStatusCodeSame(410);
        self::assertSame([['key brand_key'], ['key brand_key_taken'], ['contact email_wrong'], ['deep contrast_low']], [
            $this->refused(
                fn () => $this->save($brands, key: 'guide'),
            ), $this->refused(
                fn () => $this->save($brands, key: 'yard'),
            ), $this->refused(
                fn () => $this->save($brands, contact: 'no'),
            ), $this->refused(fn () => $this->save($brands, deep: '#DDEEFF')),
        ]);
        self::assertSame(['units unit_in_another_brand'], $this->refused(fn () => $this->save($brands, units: [21])));
        $id = $this->save($brands, units: [8]);
        self::assertSame('Blue Ferries', $query->ofUnit(8)->name);
        self::assertSame('Skerry Line', $query->ofUnit(9)->name);
        self::assertSame(['saved_by_another'], $this->refused(fn () => $this->save($brands, id: $id, seen: 9)));
        $brands->remove($id);
        self::assertSame('Skerry Line', $query->ofUnit(8)->name);
        self::assertSame(['first_brand_stays'], $this->refused(static fn () => $brands->remove(1)));
    }

    public function testMailsAndSendersCarryTheBrand(): void
    {
        $this->putOffWhatWaits();
        $address = 'wera.'.bin2hex(random_bytes(4)).'@post.example';
        $this->apply(2204, ['name' => 'Wera Kowal', 'email' => $address]);
        $this->deliverAll();
        $mail = self::mailbox($address)[0];
        self::assertStringContainsString('Skerry Yard', $mail['text']);
        self::assertStringNotContainsString('{{', $mail['text'].$mail['subject']);
    }

    public function testALogoIsDrawnAnewWhateverElseWasInTheFile(): void
    {
        $brands = $this->get(Brands::class);
        $query = $this->get(BrandQuery::class);
        $image = imagecreatetruecolor(300, 100);
        ob_start();
        imagepng($image);
        $png = (string) ob_get_clean();
        self::assertSame(
            ['logo logo_wrong'],
            $this->refused(
                fn () => $this->save(
                    $brands,
                    logo: '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
                ),
            ),
        );
        self::assertSame(['logo logo_wrong'], $this->refused(fn () => $this->save($brands, logo: substr($png, 0, 40))));
        self::assertSame(
            ['logo logo_too_large'],
            $this->refused(fn () => $this->save($brands, logo: str_repeat('x', 1_000_001))),
        );
        $id = $this->save($brands, logo: $png.'<?php echo 1; <script>alert(1)</script>');
        $brand = $query->one($id);
        $shown = $brand?->looks->logo ?? self::fail('the brand shows a picture');
        self::assertSame([264, 88, 96], [$shown->width, $shown->height, $shown->widthAt(32)]);
        $this->client->request('GET', '/careers/looks/'.$shown->sha256.'.png');
        self::assertSame('image/png', $this->client->getResponse()->headers->get('Content-Type'));
        self::assertStringNotContainsString('script', (string) $this->client->getResponse()->getContent());
        $this->client->request('GET', '/careers/looks/'.$id.'-1.css');
        self::assertStringContainsString('--jv-mag:#123A7A', (string) $this->client->getResponse()->getContent());
        self::assertResponseHeaderSame('Content-Type', 'text/css; charset=utf-8');
    }

    public function testPagesAreReadInTheReadersLanguageAndHoldNoScript(): void
    {
        $this->client->request('GET', '/careers/about/how-we-choose?lang=pl');
        self::assertSelectorTextContains('h1', 'Jak wybieramy');
        $this->client->request('GET', '/careers/about/life-on-board?lang=pl');
        self::assertSame(
            'en',
            $this->client->getCrawler()->filter('article')->attr('lang'),
            'an English page says that it is English',
        );
        $pages = $this->get(BrandPages::class);
        self::assertSame(
            ['slug page_slug_taken'],
            $this->refused(static fn () => $pages->save(2, null, 'how-we-choose', 'en', 'Ours', '<p>Text</p>', 0)),
            'one address, one brand',
        );
        self::assertSame(
            ['slug page_slug', 'title missing', 'body missing'],
            $this->refused(static fn () => $pages->save(1, null, 'Über uns', 'en', '', '<p> </p>', 0)),
        );
        $pages->save(
            1,
            null,
            'script',
            'en',
            self::SCRIPT,
            '<p>Text</p>'.self::SCRIPT.'<a href="javascript:alert(3)">x</a>',
            0,
        );
        $this->client->request('GET', '/careers/about/script?lang=en');
        $this->assertNoScript();
    }

    public function testConsentIsToTheWordsThatWereShown(): void
    {
        $consent = $this->get(Consent::class);
        $admin = $this->account('Runa Eikeland')->id;
        $first = $consent->version();
        $texts = [
            'en' => 'I agree to the first long enough words of {{ company }}.',
            'nb' => 'Jeg er enig i de første ordene til {{ company }}.',
            'pl' => 'Zgadzam się na pierwsze słowa {{ company }}.',
        ];
        self::assertSame(
            ['text.pl consent_length'],
            $this->refused(static fn () => $consent->write(['pl' => ''] + $texts, $first, $admin)),
        );
        self::assertSame(
            ['text.en merge_field_unknown'],
            $this->refused(
                static fn () => $consent->write(['en' => $texts['en'].' {{ salary }}'] + $texts, $first, $admin),
            ),
        );
        [$key, $token] = $this->draft(2201, ['name' => 'Ola Consent', 'email' => 'ola.consent@post.example']);
        $crawler = $this->client->request('GET', '/a/'.$key.'/check?lang=en');
        self::assertSame((string) $first, $crawler->filter('[name=consent]')->attr('value'));
        $consent->write($texts, $first, $admin);
        self::assertSame(['saved_by_another'], $this->refused(static fn () => $consent->write($texts, $first, $admin)));
        self::assertSame(
            ['nothing_changed'],
            $this->refused(static fn () => $consent->write($texts, $first + 1, $admin)),
        );
        $this->client->request(
            'POST',
            '/a/'.$key.'/check?lang=en',
            ['_token' => $token, 'consent' => (string) $first],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('main', 'was changed meanwhile');
        self::assertSelectorTextContains('.c-check', 'first long enough words of Skerry Line');
        $this->client->request(
            'POST',
            '/a/'.$key.'/check?lang=en',
            ['_token' => $token, 'consent' => (string) ($first + 1)],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertResponseRedirects();
        self::assertSame(
            $first + 1,
            $this->int(
                "SELECT p.consent_version FROM application p JOIN candidate c ON c.id = p.candidate_id
                 WHERE c.email = 'ola.consent@post.example'",
            ),
        );
        self::assertSame(
            $first,
            $this->int('SELECT min(version) FROM consent_text'),
            'the old words stay as they were',
        );
    }

    public function testTellingAFriendIsCreditedOnceTheyStayed(): void
    {
        $referrals = $this->get(Referrals::class);
        $terms = $referrals->terms();
        self::assertSame(
            ['domains credit_for_whom'],
            $this->refused(static fn () => $referrals->saveTerms(Money::major(100, 'EUR'), 30, '', $terms->version())),
        );
        self::assertSame(
            ['domains domain_wrong'],
            $this->refused(static fn () => $referrals->saveTerms(null, 30, 'skerryline', $terms->version())),
        );
        $this->putOffWhatWaits();
        $teller = 'teller.'.bin2hex(random_bytes(4)).'@skerryline.example';
        $token = $this->client->request(
            'GET',
            '/careers/2202/tell?lang=en',
        )->filter('input[name=_token]')->attr('value');
        $tell = fn (string $name, string $email) => $this->client->request(
            'POST',
            '/careers/2202/tell?lang=en',
            ['_token' => $token, 'name' => $name, 'email' => $email],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $tell('', 'nobody');
        self::assertResponseStatusCodeSame(422);
        $tell('Mo Teller', $teller);
        self::assertSelectorTextContains('h1', 'Look into your mailbox');
        $this->deliverAll();
        $mail = self::mailbox($teller)[0]['text'];
        self::assertStringContainsString('EUR 600', $mail);
        self::assertSame(1, preg_match('#/careers/2202\?from=([0-9a-f]{10})#', $mail, $m));
        self::assertSame(1, preg_match('#/l/referral/[\w\-]+#', $mail, $status));
        $referrals->saveTerms(null, 90, '', $terms->version());
        $this->client->request('GET', $m[0].'&lang=en');
        $this->client->request('GET', $m[0].'&lang=en');
        self::assertStringContainsString(
            'from='.$m[1],
            (string) $this->client->getCrawler()->filter('.c-right .c-pin a')->attr('href'),
        );
        $friend = 'friend.'.bin2hex(random_bytes(4)).'@post.example';
        $this->apply(2202, ['name' => 'Fran Friend', 'email' => $friend], '?from='.$m[1]);
        $this->apply(2202, ['name' => 'Mo Teller', 'email' => strtoupper($teller)], '?from='.$m[1]);
        $this->client->request('GET', $status[0].'?lang=en');
        self::assertSame(
            ['1', '1', '0'],
            \array_slice(
                $this->client->getCrawler()->filter('.c-facts dd')->each(static fn ($d): string => $d->text()),
                0,
                3,
            ),
            'opened by one, applied one, for nobody refers themselves',
        );
        self::assertStringNotContainsString('Fran', (string) $this->client->getResponse()->getContent());
        $application = $this->int(
            'SELECT p.id FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE c.email = :e',
            ['e' => $friend],
        );
        self::assertSame(
            ['credit_not_due'],
            $this->refused(fn () => $referrals->pay($application, $this->account('Runa Eikeland')->id)),
        );
        $offer = $this->int(
            "INSERT INTO offer (application_id, base, currency, first_day, answer_by, state, composed_by,
                 letter_sha256, decided_at, signed_name, created_at)
             SELECT :a, 1000, 'NOK', CAST(:d AS date), CAST(:d AS date), 'accepted', 1, repeat('0', 64), now(), 'F',
                 now()
             RETURNING id",
            ['a' => $application, 'd' => $this->clock()->now()->modify('-89 days')->format('Y-m-d')],
        );
        $this->db()->execute(
            'INSERT INTO hire (application_id, offer_id, signed_at, first_day)
             VALUES (:a, :o, now(), CAST(:d AS date))',
            ['a' => $application, 'o' => $offer, 'd' => $this->clock()->now()->modify('-89 days')->format('Y-m-d')],
        );
        self::assertSame('earned', $this->credit($application));
        self::assertSame(
            ['credit_not_due'],
            $this->refused(fn () => $referrals->pay($application, $this->account('Runa Eikeland')->id)),
        );
        $this->clock()->moveTo($this->clock()->now()->modify('+1 day'));
        self::assertSame(
            'due',
            $this->credit($application),
            'what was promised with the link, whatever the terms are now',
        );
        $this->as('Runa Eikeland');
        $this->send('/referrals', '/referrals/'.$application.'/paid', []);
        self::assertSame('paid', $this->credit($application));
        self::assertSame(
            ['credit_not_due'],
            $this->refused(fn () => $referrals->pay($application, $this->account('Runa Eikeland')->id)),
            'not twice',
        );
        $this->client->request('GET', '/referrals.csv');
        self::assertStringContainsString('Fran Friend', $this->client->getInternalResponse()->getContent());
    }

    public function testSomeoneIsKeptInMindOnceTheyConfirmAndForgottenWhenTheyEndIt(): void
    {
        $this->putOffWhatWaits();
        $address = 'mina.'.bin2hex(random_bytes(4)).'@post.example';
        $text = 'Welding inspector, twelve years of ultrasonic testing. '.bin2hex(random_bytes(6));
        $crawler = $this->client->request('GET', '/careers/mind?lang=en');
        $send = function (array $fields, ?string $text) use ($crawler): void {
            $file = null === $text ? [] : ['resume' => self::upload('cv.txt', $text)];
            $this->client->request(
                'POST',
                '/careers/mind?lang=en',
                $fields + ['_token' => $crawler->filter('input[name=_token]')->attr('value')],
                $file,
                ['HTTP_ORIGIN' => 'http://localhost'],
            );
        };
        $send(['name' => '', 'email' => 'x'], null);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorCount(3, '.c-form .c-error', 'name, address and consent, each at its place');
        $send(
            [
                'name' => 'Mina Moe', 'email' => $address, 'consent' => '1',
                'wanted' => ['city' => 'Bergen', 'evil' => 'x'],
            ],
            $text,
        );
        self::assertSelectorTextContains('h1', 'Look into your mail');
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM candidate WHERE email = :e', ['e' => $address]),
            'nobody yet',
        );
        $this->deliverAll();
        self::assertSame(1, preg_match('#/careers/alerts/[\w-]{20,60}#', self::mailbox($address)[0]['text'], $m));
        $this->click($m[0]);
        self::assertSelectorTextContains('h1', 'We keep you in mind');
        $candidate = $this->int(
            "SELECT id FROM candidate WHERE email = :e AND source = 'kept_in_mind'",
            ['e' => $address],
        );
        self::assertSame(
            1,
            $this->int(
                'SELECT count(*) FROM resume WHERE candidate_id = :c AND text LIKE :t',
                ['c' => $candidate, 't' => '%ultrasonic%'],
            ),
        );
        self::assertSame(
            1,
            $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :c', ['c' => $candidate]),
            'and is found by searching',
        );
        // a year goes by, nearly
        $this->clock()->moveTo($this->clock()->now()->modify('+340 days'));
        $this->get(SendAlerts::class)->run();
        $this->deliverAll(300);
        self::assertStringContainsString(
            'Another year?',
            implode(' ', array_column(self::mailbox($address), 'subject')),
        );
        $this->click($m[0].'?again=1');
        self::assertSame(
            365,
            $this->int(
                'SELECT until - CAST(:now AS date) FROM opening_alert WHERE candidate_id = :c',
                ['c' => $candidate, 'now' => $this->clock()->now()->format('Y-m-d')],
            ),
        );
        $sha = hash('sha256', $text);
        $this->client->request('POST', $m[0].'/end');
        self::assertResponseIsSuccessful();
        self::assertSame(
            1,
            $this->int(
                'SELECT count(*) FROM candidate WHERE id = :c AND erased_at IS NOT NULL AND email IS NULL',
                ['c' => $candidate],
            ),
            'one click, without a token (RFC 8058)',
        );
        self::assertFileDoesNotExist($this->get(FileStore::class)->path($sha));
    }

    public function testWhatIsNotConfirmedIsGoneInThreeDaysAndAKnownPersonStaysOne(): void
    {
        $alerts = $this->get(Alerts::class);
        $brand = $this->get(BrandQuery::class)->main();
        $known = $this->db()->row(
            'SELECT id, email FROM candidate c WHERE email IS NOT NULL AND claims IS NULL AND erased_at IS NULL
             AND EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id) ORDER BY id LIMIT 1',
        );
        self::assertNotNull($known);
        $before = $this->int('SELECT count(*) FROM candidate');
        $alerts->leaveResume(
            new Applicant('Same Person', strtoupper($known->str('email')), '', ''),
            Narrowed::byNothing(),
            '1',
            null,
            'nb',
            $brand,
        );
        $alerts->leaveResume(
            new Applicant('Gone Soon', 'gone@post.example', '', ''),
            Narrowed::byNothing(),
            '1',
            null,
            'nb',
            $brand,
        );
        $alert = $this->int(
            'SELECT id FROM opening_alert WHERE lower(email) = lower(:e)',
            ['e' => $known->str('email')],
        );
        $key = basename($this->get(GuestLinks::class)->issue(LinkPurpose::Alert, $alert, 3));
        $alerts->confirm($key);
        self::assertSame($before, $this->int('SELECT count(*) FROM candidate'), 'no second one');
        $this->clock()->moveTo($this->clock()->now()->modify('+73 hours'));
        $this->get(SendAlerts::class)->run();
        self::assertSame(0, $this->int("SELECT count(*) FROM opening_alert WHERE email = 'gone@post.example'"));
        $alerts->end($key);
        self::assertSame(
            1,
            $this->int(
                'SELECT count(*) FROM candidate WHERE id = :id AND erased_at IS NULL',
                ['id' => $known->int('id')],
            ),
            'who applied is not forgotten with it',
        );
    }

    public function testAnOpeningClosedMeanwhileOrTooLateHasItsPage(): void
    {
        [$key, $token] = $this->draft(2203, ['name' => 'Lars Late', 'email' => 'lars.late@post.example']);
        $this->db()->execute(
            "UPDATE posting SET state = 'withdrawn', want = 'down' WHERE board = 'careers'
             AND requisition_id = (SELECT id FROM requisition WHERE number = 2203)",
        );
        $this->client->request(
            'POST',
            '/a/'.$key.'/check?lang=en',
            ['_token' => $token, 'consent' => '1'],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertResponseStatusCodeSame(410);
        self::assertSelectorTextContains('h1', 'closed while you were writing');
        $href = (string) $this->client->getCrawler()->filter('main a.c-btn')->attr('href');
        $this->client->request('GET', $href.'&lang=en');
        self::assertSame(
            'Lars Late',
            $this->client->getCrawler()->filter('[name=name]')->attr('value'),
            'nothing typed is lost',
        );
        $this->db()->execute(
            "UPDATE posting SET until = '2026-01-01', from_on = NULL WHERE board = 'careers' AND state = 'live'
             AND requisition_id = (SELECT id FROM requisition WHERE number = 2202)",
        );
        foreach (['/careers/2202', '/careers/2202/apply', '/careers/2202/tell'] as $path) {
            $this->client->request('GET', $path.'?lang=en');
            self::assertResponseStatusCodeSame(410);
            self::assertSelectorTextContains('main', '1 January 2026');
        }
    }

    public function testTheLastDayIsToldByTheHousesClock(): void
    {
        $until = (string) $this->db()->row(
            "SELECT p.until::text AS d FROM posting p JOIN requisition r ON r.id = p.requisition_id
             WHERE r.number = 2204 AND p.board = 'careers' AND p.state = 'live'",
        )?->str('d');
        $this->clock()->moveTo(new \DateTimeImmutable($until.' 12:00'));
        $this->client->request('GET', '/careers/2204?lang=en');
        self::assertResponseIsSuccessful();
        $this->clock()->moveTo(new \DateTimeImmutable($until.' 12:00 +2 days'));
        $this->client->request('GET', '/careers/2204?lang=en');
        self::assertSelectorTextContains('h1', 'a little late');
    }

    public function testNobodysMailboxIsFilledByAskingAgain(): void
    {
        $this->putOffWhatWaits();
        $address = 'often.'.bin2hex(random_bytes(4)).'@post.example';
        $brand = $this->get(BrandQuery::class)->main();
        $person = new Applicant('Olga Often', $address, '', '');
        $leave = fn () => $this->get(Alerts::class)->leaveResume(
            $person,
            Narrowed::byNothing(),
            '1',
            null,
            'en',
            $brand,
        );
        for ($i = 0; $i < 3; ++$i) {
            $leave();
        }
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM delivery o JOIN personal_value v ON v.id = o.personal_id
                 WHERE v.content ->> 'to' = :e",
                ['e' => $address],
            ),
        );
        $this->clock()->moveTo($this->clock()->now()->modify('+16 minutes'));
        $leave();
        self::assertSame(
            2,
            $this->int(
                "SELECT count(*) FROM delivery o JOIN personal_value v ON v.id = o.personal_id
                 WHERE v.content ->> 'to' = :e",
                ['e' => $address],
            ),
        );
    }

    public function testADeclarationIsCountedOnceAndTiedToNobody(): void
    {
        $declarations = $this->get(Declarations::class);
        [$key, $token] = $this->draft(2201, ['name' => 'Dora Declares', 'email' => 'dora.declares@post.example']);
        $sum = fn (): int => $this->int('SELECT coalesce(sum(n), 0) FROM declared');
        $before = $sum();
        $declarations->count($key, ['gender' => 'woman']);
        self::assertSame($before, $sum(), 'nothing before the application is sent');
        $this->client->request(
            'POST',
            '/a/'.$key.'/check?lang=en',
            ['_token' => $token, 'consent' => '1'],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $crawler = $this->client->followRedirect();
        self::assertSelectorTextContains('#declared', 'only if you like');
        self::assertCount(0, $crawler->filter('[name="declared[disability]"]'), 'only what is asked');
        foreach ([1, 2] as $time) {
            $this->client->request(
                'POST',
                '/a/'.$key.'/sent',
                [
                    '_token' => $token,
                    'declared' => ['gender' => 'woman', 'age' => '', 'disability' => 'yes', 'x' => self::SCRIPT],
                ],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );
            self::assertResponseRedirects();
            self::assertSame($before + 1, $sum(), "time $time");
        }
        $columns = array_map(
            static fn ($r): string => $r->str('column_name'),
            $this->db()->rows("SELECT column_name FROM information_schema.columns WHERE table_name = 'declared'"),
        );
        sort($columns);
        self::assertSame(['answer', 'n', 'quarter', 'question', 'unit_id'], $columns, 'nothing in it could lead back');
        $quarter = $this->clock()->now()->format('Y').' Q'.(int) ceil((int) $this->clock()->now()->format('n') / 3);
        self::assertArrayNotHasKey(
            $quarter,
            $declarations->shown(DeclaredBy::Quarter)['gender']['groups'] ?? [],
            'a quarter that is not over is not shown',
        );
        $seen = $declarations->settings()->version();
        self::assertSame(
            ['smallest group_too_small'],
            $this->refused(static fn () => $declarations->save(['gender'], 4, $seen)),
        );
        self::assertSame(
            ['asked not_offered'],
            $this->refused(static fn () => $declarations->save(['shoe size'], 9, $seen)),
        );
    }

    public function testGuessingLinksIsMadeToWait(): void
    {
        $status = function (string $path): int {
            $this->client->request('GET', $path);

            return $this->client->getResponse()->getStatusCode();
        };
        $answers = array_map(
            static fn (int $i): int => $status(
                '/l/status/'.rtrim(strtr(base64_encode(random_bytes(24)), '+/', '-_'), '='),
            ),
            range(1, 62),
        );
        self::assertSame([410, 429], [$answers[0], $answers[61]]);
        $real = (string) parse_url(
            $this->get(GuestLinks::class)->issue(LinkPurpose::Status, $this->int('SELECT min(id) FROM application'), 3),
            \PHP_URL_PATH,
        );
        self::assertSame(429, $status($real), 'a hit is not told from a miss');
        self::assertSame(200, $status('/careers?lang=en'), 'the site itself goes on');
        $this->client->setServerParameter('REMOTE_ADDR', '10.9.8.7');
        self::assertSame(200, $status($real), 'and so does everyone else');
    }

    public function testScriptInEveryFieldACandidateCanSendStaysText(): void
    {
        $this->putOffWhatWaits();
        $token = $this->client->request(
            'GET',
            '/careers/2201?lang=en',
        )->filter('.c-keep input[name=_token]')->attr('value');
        $s = self::SCRIPT;
        $post = fn (string $path, array $fields, array $files = []) => $this->client->request(
            'POST',
            $path,
            ['_token' => $token] + $fields,
            $files,
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
        foreach ([
            [
                '/careers?lang=en&q='.rawurlencode($s).'&city='.rawurlencode($s), ['email' => $s],
            ], [
                '/careers/guide?lang=en&question='.rawurlencode($s), ['name' => $s, 'email' => $s, 'message' => $s],
            ], ['/careers/2201/tell?lang=en', ['name' => $s, 'email' => $s]],
            [
                '/careers/mind?lang=en',
                ['name' => $s, 'email' => $s, 'phone' => $s, 'city' => $s, 'wanted' => ['city' => $s], 'consent' => $s],
            ], ['/careers/2201/keep', ['via' => $s, 'keep' => $s]],
        ] as [$path, $fields]) {
            $post($path, $fields);
            $this->assertNoScript($path);
        }
        foreach ([
            '/careers?lang=en&q=', '/careers?lang=en&city=', '/careers?lang=en&kept=', '/careers?lang=',
            '/careers/2201?lang=en&via=', '/careers/2201?lang=en&from=', '/careers/2201?lang=en&q=',
            '/careers/guide?lang=en&words=', '/careers/guide?lang=en&city[]=', '/careers/mind?lang=en&brand=',
        ] as $path) {
            $this->client->request('GET', $path.rawurlencode($s));
            $this->assertNoScript($path);
        }
        // what goes through, as the recruiter and the admin see it
        $address = 'script.'.bin2hex(random_bytes(4)).'@post.example';
        $this->apply(
            2201,
            ['name' => $s.' Name', 'email' => $address, 'city' => $s],
            '',
            self::upload('<img src=x onerror=alert(3)>.txt', $s." resume\nPLC"),
        );
        $post('/careers/2201/tell?lang=en', ['name' => $s, 'email' => 'teller.'.$address]);
        $post('/careers?lang=en&q='.rawurlencode($s), ['email' => 'alert.'.$address]);
        $this->deliverAll();
        $confirm = self::mailbox('alert.'.$address)[0]['text'];
        self::assertSame(1, preg_match('#/careers/alerts/[\w-]{20,60}#', $confirm, $m));
        $this->client->request('GET', $m[0].'?lang=en');
        $this->assertNoScript('the alert');
        $this->as('Solveig Aune');
        $application = $this->db()->row(
            'SELECT p.id, p.candidate_id FROM application p JOIN candidate c ON c.id = p.candidate_id
             WHERE c.email = :e',
            ['e' => $address],
        );
        foreach ([
            '/r/2201/pipeline?application='.$application?->int('id'), '/people/'.$application?->int('candidate_id'),
            '/today',
        ] as $path) {
            $this->client->request('GET', $path);
            $this->assertNoScript($path);
        }
        $this->as('Runa Eikeland');
        foreach (['/referrals', '/brands', '/consent', '/declared'] as $path) {
            $this->client->request('GET', $path);
            $this->assertNoScript($path);
        }
    }

    public function testWhatACandidateTypesAddsNoHeaderToAMail(): void
    {
        $this->putOffWhatWaits();
        $address = 'header.'.bin2hex(random_bytes(4)).'@post.example';
        $token = $this->client->request(
            'GET',
            '/careers/2201/tell?lang=en',
        )->filter('input[name=_token]')->attr('value');
        foreach ([$address."\r\nBcc: other@post.example", "Mo\r\nBcc: other@post.example"] as $i => $evil) {
            $this->client->request(
                'POST',
                '/careers/2201/tell?lang=en',
                ['_token' => $token, 'name' => 0 === $i ? 'Mo Header' : $evil, 'email' => 0 === $i ? $evil : $address],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );
        }
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM delivery o JOIN personal_value v ON v.id = o.personal_id
                 WHERE v.content ->> 'to' ILIKE :e",
                ['e' => '%'.$address.'%'],
            ),
            'the first is no address',
        );
        $this->deliverAll();
        self::assertSame([], self::mailbox('other@post.example'));
        self::assertCount(1, self::mailbox($address));
    }

    private function credit(int $application): string
    {
        return $this->get(ReferralQuery::class)->ofApplication($application)?->credit->state->value ?? '';
    }

    /** @param list<int> $units */
    private function save(
        Brands $brands,
        ?int $id = null,
        string $key = 'blue',
        string $contact = 'blue@skerryline.example',
        string $deep = '#0F4C5C',
        array $units = [],
        ?string $logo = null,
        int $seen = 0,
    ): int {
        $colours = new Colours('#123A7A', $deep, '#FFFFFF');
        $facts = new BrandFacts(
            $key,
            'Blue Ferries',
            $contact,
            $colours,
            false,
            ['en' => ['tagline' => 'Blue', 'lead' => '']],
            $units,
        );
        $picture = null === $logo ? null : Logo::read($logo);
        if (null === $id) {
            return $brands->add($facts, $picture);
        }
        $brands->change($id, $facts, $picture, $seen);

        return $id;
    }

    private function click(string $path): void
    {
        $token = $this->client->request(
            'GET',
            $path.(str_contains($path, '?') ? '&' : '?').'lang=en',
        )->filter('main form input[name=_token]')->attr('value');
        $this->client->request(
            'POST',
            $path.(str_contains($path, '?') ? '&' : '?').'lang=en',
            ['_token' => $token],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
    }

    /**
     * @param array<string, string> $fields
     *
     * @return array{string, string} the key of a draft, begun and filled in, and a token
     */
    private function draft(int $number, array $fields, string $query = '', ?UploadedFile $file = null): array
    {
        $crawler = $this->client->request(
            'GET',
            '/careers/'.$number.'/apply'.('' === $query ? '?' : $query.'&').'lang=en',
        );
        $token = (string) $crawler->filter('input[name=_token]')->attr('value');
        $this->client->request(
            'POST',
            '/careers/'.$number.'/apply'.$query,
            ['_token' => $token] + (null === $file ? ['file' => 'no'] : []),
            null === $file ? [] : ['resume' => $file],
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertSame(
            1,
            preg_match('#/a/([0-9a-f]{32})#', (string) $this->client->getResponse()->headers->get('Location'), $m),
        );
        $answers = [];
        foreach ($this->db()->row(
            'SELECT questions FROM requisition WHERE number = :n',
            ['n' => $number],
        )?->objects('questions') ?? [] as $question) {
            $answers[\is_string($question['id'] ?? null) ? $question['id'] : ''] = 'number' === ($question['kind'] ?? '') ? '5' : 'yes';
        }
        $answers = ['paper' => 'yes', 'years' => '5', 'shift' => 'Yes'] + $answers;
        $this->get(ApplyDrafts::class)->save($m[1], Applicant::of($fields), $answers);

        return [$m[1], $token];
    }

    /** @param array<string, string> $fields */
    private function apply(int $number, array $fields, string $query = '', ?UploadedFile $file = null): void
    {
        [$key, $token] = $this->draft($number, $fields, $query, $file);
        $this->client->request(
            'POST',
            '/a/'.$key.'/check?lang=en',
            ['_token' => $token, 'consent' => (string) $this->get(Consent::class)->version()],
            server: ['HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertResponseRedirects(
            null,
            null,
            $this->client->getCrawler()->filter('.c-error')->count() > 0 ? $this->client->getCrawler()->filter('main')->text() : '',
        );
    }

    private function assertNoScript(string $where = ''): void
    {
        $html = (string) $this->client->getResponse()->getContent();
        self::assertLessThan(500, $this->client->getResponse()->getStatusCode(), $where);
        self::assertStringNotContainsString('<script>alert', $html, $where);
        self::assertStringNotContainsString('<img src=x', $html, $where);
        self::assertStringNotContainsString('"><img', $html, $where);
        self::assertDoesNotMatchRegularExpression('/href="\s*javascript:/i', $html, $where);
    }

    private static function upload(string $name, string $text): UploadedFile
    {
        $file = tempnam(sys_get_temp_dir(), 'cv');
        self::assertNotFalse($file);
        file_put_contents($file, $text);

        return new UploadedFile($file, $name, 'text/plain', test: true);
    }
}
