<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\AdvertDesk;
use Jorvent\Adverts\AdvertFigures;
use Jorvent\Adverts\AdvertTexts;
use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Costs;
use Jorvent\Adverts\PostingClock;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Outside\Boards\FeedBoard;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Postings delivered to boards over the wire: nothing twice, nothing lost, and what we say we know is what is there. */
#[CoversNothing]
final class AdvertsTest extends DatabaseTest
{
    private int $id;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as('Solveig Aune');
        $this->id = $this->int('SELECT id FROM requisition WHERE number = 2202');
        $this->putOffWhatWaits();
    }

    protected function tearDown(): void
    {
        foreach (['quayside', 'harbour', 'yard', 'leeshore', 'openberth', 'slipway'] as $board) {
            self::standIn($board, 'normal');
        }
        parent::tearDown();
    }

    public function testFourBoardsAtOnceAllOrNone(): void
    {
        $desk = $this->get(AdvertDesk::class);
        $until = $this->clock()->now()->setTime(0, 0)->modify('+29 days');
        $this->db()->execute("UPDATE requisition SET description = '<p>Too short.</p>' WHERE id = :id", ['id' => $this->id]);
        self::assertSame(['place rules_failed_there', 'place rules_failed_there', 'place rules_failed_there', 'place rules_failed_there'], $this->refused(fn () => $desk->publish($this->id, ['quayside', 'harbour', 'yard', 'leeshore'], null, $until)));
        self::assertSame(0, $this->int("SELECT count(*) FROM posting WHERE requisition_id = :r AND board <> 'careers'", ['r' => $this->id]));
        $this->db()->execute('UPDATE requisition SET description = :d WHERE id = :id', ['d' => '<p>'.str_repeat('word ', 120).'</p>', 'id' => $this->id]);
        $desk->publish($this->id, ['quayside', 'harbour', 'yard', 'leeshore'], null, $until);
        $this->deliver();
        self::assertSame(['harbour live', 'leeshore live', 'quayside live', 'yard live'], $this->states());
        self::assertSame(['place already_posted'], $this->refused(fn () => $desk->publish($this->id, ['yard'], null, $until)));
        self::assertSame([], array_filter($this->get(AdvertFigures::class)->ofRequisition($this->id), static fn ($p): bool => 'careers' !== $p->str('board') && null === $p->strOrNull('external_url')));
        $desk->withdraw($this->id);
        $this->deliver();
        self::assertSame(['harbour withdrawn', 'leeshore withdrawn', 'quayside withdrawn', 'yard withdrawn'], $this->states());
    }

    public function testALostAnswerPostsNothingTwiceAndABoardThatIsDownIsLeftInPeace(): void
    {
        $desk = $this->get(AdvertDesk::class);
        self::standIn('harbour', 'lost');
        $desk->publish($this->id, ['harbour'], null, $this->clock()->now()->modify('+20 days'));
        $this->deliver();
        self::assertSame(['harbour waiting'], $this->states(), 'we do not know');
        self::standIn('harbour', 'normal');
        $this->later('+1 hour');
        $this->deliver();
        self::assertSame(['harbour live'], $this->states());
        $code = $this->db()->row("SELECT code FROM posting WHERE requisition_id = :r AND board = 'harbour'", ['r' => $this->id])?->str('code');
        self::assertSame(1, self::standing('harbour', (string) $code), 'asked first, it was there');
        // three misses in a row and the board rests; what waits for it waits without counting tries
        self::standIn('quayside', 'down');
        $desk->publish($this->id, ['quayside'], null, $this->clock()->now()->modify('+20 days'));
        foreach ([0, 7, 24] as $seconds) {
            $this->later('+'.$seconds.' seconds');
            $this->deliver();
        }
        $boards = $this->get(Boards::class);
        self::assertNotNull($boards->restsUntil('quayside'));
        $tries = $this->int("SELECT max(attempts) FROM delivery o JOIN posting p ON p.id = o.subject_id AND o.subject_kind = 'posting' WHERE p.requisition_id = :r AND p.board = 'quayside'", ['r' => $this->id]);
        self::assertSame(3, $tries);
        $this->db()->execute("UPDATE delivery SET available_at = :now WHERE state = 'waiting' AND kind = 'posting'", ['now' => $this->clock()->now()]);
        $this->deliver();
        self::assertSame(3, $this->int("SELECT max(attempts) FROM delivery o JOIN posting p ON p.id = o.subject_id AND o.subject_kind = 'posting' WHERE p.requisition_id = :r AND p.board = 'quayside'", ['r' => $this->id]), 'left in peace');
        self::standIn('quayside', 'normal');
        $boards->tryNow('quayside');
        $this->deliver();
        self::assertSame(['harbour live', 'quayside live'], $this->states());
        self::assertNull($boards->restsUntil('quayside'));
    }

    public function testWishesInAnyOrderEndAtTheLastOne(): void
    {
        $desk = $this->get(AdvertDesk::class);
        $until = $this->clock()->now()->setTime(0, 0)->modify('+10 days');
        $desk->publish($this->id, ['yard'], null, $until);
        $this->deliver();
        $posting = $this->posting('yard');
        $desk->pause($this->id, $posting);
        $desk->resume($this->id, $posting);
        $desk->pause($this->id, $posting);
        $this->deliver();
        self::assertSame(['yard paused'], $this->states());
        $desk->resume($this->id, $posting);
        $this->db()->execute("UPDATE board SET price = jsonb_set(price, '{quota}', '1') WHERE key = 'yard'");
        self::assertSame(['place quota_used'], $this->refused(fn () => $desk->publish($this->int('SELECT id FROM requisition WHERE number = 2204'), ['yard'], null, $until)), 'the month is used up');
        self::assertSame(['until renewal_not_later'], $this->refused(fn () => $desk->renew($this->id, $posting, $until)));
        self::assertSame(['place rules_failed_there'], $this->refused(fn () => $desk->renew($this->id, $posting, $until->modify('+90 days'))), 'it runs at most 60 days');
        $desk->renew($this->id, $posting, $until->modify('+14 days'));
        $this->deliver();
        $row = $this->db()->row('SELECT state, runs, until, sent_until FROM posting WHERE id = :id', ['id' => $posting]);
        self::assertSame(['live', 2, $row?->str('until')], [$row?->str('state'), $row?->int('runs'), $row?->str('sent_until')]);
        // the brief changes: what the board shows is stale until it is sent anew
        self::assertSame(0, $desk->update($this->id));
        $this->db()->execute("UPDATE requisition SET title = 'Second Engineer, night' WHERE id = :id", ['id' => $this->id]);
        self::assertSame(1, $desk->update($this->id));
        $this->deliver();
        self::assertSame($this->get(AdvertTexts::class)->advert($this->id)->fingerprint(), $this->db()->row('SELECT sent_hash FROM posting WHERE id = :id', ['id' => $posting])?->str('sent_hash'));
        self::assertGreaterThan(6, \count($desk->history($this->id, $posting)));
    }

    public function testABoardThatDecidesLaterAndOneThatFetches(): void
    {
        $desk = $this->get(AdvertDesk::class);
        $until = $this->clock()->now()->setTime(0, 0)->modify('+10 days');
        $this->db()->execute('UPDATE requisition SET description = :d WHERE id = :id', ['d' => '<p>'.str_repeat('word ', 120).'</p>', 'id' => $this->id]);
        $desk->publish($this->id, ['openberth', 'slipway'], null, $until);
        $this->deliver();
        self::assertSame(['openberth asked', 'slipway asked'], $this->states());
        $code = (string) $this->db()->row("SELECT code FROM posting WHERE requisition_id = :r AND board = 'openberth'", ['r' => $this->id])?->str('code');
        $say = function (array $said, string $key): int {
            $body = json_encode($said, \JSON_THROW_ON_ERROR);
            $this->client->request('POST', '/boards/openberth/answers', server: ['HTTP_X_SIGNATURE' => hash_hmac('sha256', $body, $key), 'CONTENT_TYPE' => 'application/json'], content: $body);

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(403, $say(['reference' => $code, 'state' => 'live'], 'a guess'));
        self::assertSame(422, $say(['reference' => $code, 'state' => 'glorious'], 'openberth-demo-key'));
        self::assertSame(404, $say(['reference' => 'ffffffffff', 'state' => 'live'], 'openberth-demo-key'));
        self::assertSame(200, $say(['reference' => $code, 'state' => 'refused', 'reason' => "Say the pay.\nX-Bad: 1"], 'openberth-demo-key'));
        self::assertSame(200, $say(['reference' => $code, 'state' => 'live'], 'openberth-demo-key'), 'said after the end it changes nothing');
        $feed = (string) parse_url($this->get(FeedBoard::class)->feed('slipway'), \PHP_URL_PATH);
        $this->client->request('GET', str_replace(substr($feed, -12), 'aaaaaaaa.xml', $feed));
        self::assertResponseStatusCodeSame(404);
        $this->client->request('GET', $feed);
        self::assertResponseIsSuccessful();
        $xml = new \DOMDocument();
        self::assertTrue($xml->loadXML((string) $this->client->getResponse()->getContent()));
        self::assertSame('Second Engineer', $xml->getElementsByTagName('opening')->item(0)?->getElementsByTagName('title')->item(0)?->textContent);
        self::assertSame(['openberth refused', 'slipway live'], $this->states());
        $desk->withdraw($this->id, $this->posting('slipway'));
        $this->deliver();
        $this->client->request('GET', $feed);
        self::assertStringNotContainsString($code = (string) $this->db()->row('SELECT code FROM posting WHERE id = :id', ['id' => $this->posting('slipway')])?->str('code'), (string) $this->client->getResponse()->getContent());
        self::assertNotSame('', $code);
        $desk->publish($this->id, ['openberth'], null, $until);
        self::assertSame(['openberth refused', 'openberth waiting', 'slipway withdrawn'], $this->states(), 'mended, it can be posted again');
    }

    public function testPlannedBeginsOnItsDayAndEndsAfterItsLast(): void
    {
        $desk = $this->get(AdvertDesk::class);
        $today = $this->clock()->now()->setTime(0, 0);
        self::assertSame(['until ends_before_it_begins'], $this->refused(fn () => $desk->publish($this->id, ['yard'], $today->modify('+9 days'), $today->modify('+8 days'))));
        $desk->publish($this->id, ['yard'], $today->modify('+2 days'), $today->modify('+5 days'));
        $clock = $this->get(PostingClock::class);
        $clock->run();
        self::assertSame(['yard planned'], $this->states());
        $this->later('+2 days');
        $clock->run();
        $clock->run();
        $this->deliver();
        self::assertSame(['yard live'], $this->states());
        $this->later('+4 days');
        $clock->run();
        self::assertSame(['yard ended'], $this->states());
    }

    public function testBoardsAreSetUpTestedAndKeptApartFromTheirKeys(): void
    {
        $this->as('Runa Eikeland');
        $boards = $this->get(Boards::class);
        self::assertSame('Quayside Jobs', $boards->test('quayside'));
        $crawler = $this->client->request('GET', '/boards?board=quayside');
        self::assertResponseIsSuccessful();
        self::assertStringNotContainsString('quayside-demo-key', (string) $this->client->getResponse()->getContent());
        self::assertSame('headline', $crawler->filter('[name="field[title]"]')->attr('value'));
        /** @var array<string, mixed> $values */
        $values = $crawler->selectButton('Keep')->form()->getPhpValues();
        $this->send('/boards?board=quayside', '/boards', [...$values, 'address' => 'file:///etc/passwd'], 422);
        self::assertSelectorTextContains('.stack', 'not an address');
        $this->send('/boards?board=quayside', '/boards', [...$values, 'max_title' => '44', 'secret' => '']);
        self::assertResponseRedirects('/boards?board=quayside');
        self::assertSame([44, 'quayside-demo-key'], [$boards->one('quayside')->rules->maxTitle, $boards->one('quayside')->secret]);
        $this->send('/boards?board=quayside', '/boards', $values, 422);
        // a new board of a known shape by settings alone; an address inside is not reached
        $new = [...$values, 'key' => 'inside', 'name' => 'Inside Work', 'shape' => 'json', 'address' => 'http://127.0.0.1:'.parse_url((string) getenv('JORVENT_BROWSER_URL'), \PHP_URL_PORT).'/health', 'version' => '0', 'secret' => 's'];
        $this->send('/boards?new=1', '/boards', $new);
        self::assertResponseRedirects('/boards?board=inside');
        self::assertSame(['board_does_not_answer'], $this->refused(static fn () => $boards->test('inside')));
        $this->send('/boards?new=1', '/boards', [...$new, 'key' => 'In side'], 422);
    }

    public function testWhatPostingsCost(): void
    {
        $rows = $this->get(AdvertFigures::class)->ofRequisition($this->int('SELECT id FROM requisition WHERE number = 2201'));
        $costs = $this->get(Costs::class)->of($rows);
        $by = [];
        foreach ($rows as $row) {
            $by[$row->str('board')] = [$row, ($costs[$row->int('id')]['cost'] ?? null)?->minor];
        }
        self::assertSame(0, $by['careers'][1]);
        self::assertSame(39_000 * $by['quayside'][0]->int('runs'), $by['quayside'][1]);
        self::assertSame(120 * $by['leeshore'][0]->int('visits'), $by['leeshore'][1]);
        $this->db()->execute("INSERT INTO spend (posting_id, day, amount, currency, source, at) VALUES (:p, '2026-01-05', 116200, 'NOK', 'entered', now())", ['p' => $by['leeshore'][0]->int('id')]);
        $rate = $this->db()->row("SELECT per_euro FROM exchange_rate WHERE currency = 'NOK' ORDER BY day DESC LIMIT 1");
        $entered = $this->get(Costs::class)->of($this->get(AdvertFigures::class)->ofRequisition($by['leeshore'][0]->int('requisition_id')))[$by['leeshore'][0]->int('id')];
        self::assertNotNull($entered);
        self::assertTrue($entered['entered']);
        self::assertEqualsWithDelta(116_200 / (float) $rate?->floatOrNull('per_euro'), $entered['cost']->minor, 1.0);
        // the fee of a month is shared out among what stood there, and no more than that
        $months = $this->int("SELECT count(DISTINCT date_trunc('month', d)) FROM posting p, generate_series(p.live_at::date, least(coalesce(p.ended_at::date, :t), :t), interval '1 day') d WHERE p.board = 'yard'", ['t' => $this->clock()->now()->format('Y-m-d')]);
        $yard = $this->db()->rows("SELECT p.*, b.price, NULL AS spent, 0 AS visits, 0 AS applied FROM posting p JOIN board b ON b.key = p.board WHERE p.board = 'yard'");
        $sum = array_sum(array_map(static fn (?array $c): int => null === $c ? 0 : $c['cost']->minor, $this->get(Costs::class)->of($yard)));
        self::assertEqualsWithDelta(31_000 * $months, $sum, 31_000 * .01 * \count($yard));
    }

    public function testTheBookOfWhatWasPaid(): void
    {
        $rows = $this->get(AdvertFigures::class)->ofRequisition($this->int('SELECT id FROM requisition WHERE number = 2201'));
        $posting = array_values(array_filter($rows, static fn ($p): bool => 'harbour' === $p->str('board')))[0];
        [$id, $code] = [$posting->int('id'), $posting->str('code')];
        $upload = function (string $csv): int {
            $file = tempnam(sys_get_temp_dir(), 'bill');
            self::assertNotFalse($file);
            file_put_contents($file, $csv);
            $token = $this->client->request('GET', '/adverts')->filter('input[name=_token]')->first()->attr('value');
            $this->client->request('POST', '/adverts/bill', ['_token' => $token], ['file' => new \Symfony\Component\HttpFoundation\File\UploadedFile($file, 'bill.csv', 'text/csv', test: true)]);
            unlink($file);

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(422, $upload("advert,day\nx,y\n"));
        self::assertSame(422, $upload("advert,day,amount,currency\n$code,2026-01-05,100,EUR\nffffffffff,2026-01-05,1,EUR\n$code,2026-02-30,1,EUR\n$code,2026-01-05,-4,EUR\n$code,2026-01-05,4,XYZ\n"));
        self::assertSame(['row 3: no advert of yours has this code', 'row 4: a day such as 2026-03-01, and not ahead', 'row 5: an amount above nothing, in a currency that has an exchange rate', 'row 6: an amount above nothing, in a currency that has an exchange rate'], $this->client->getCrawler()->filter('.field-error')->each(static fn ($e): string => $e->text()));
        self::assertSame(0, $this->int('SELECT count(*) FROM spend WHERE posting_id = :p', ['p' => $id]), 'all of it or nothing');
        self::assertSame(303, $upload("day;advert;currency;amount;note\n2026-01-05;http://127.0.0.1/careers/2201?via=$code;EUR;200.50;=cmd|' /C calc'!A0\n2026-01-06;$code;eur;49.50;\n"));
        self::assertSame(303, $upload("advert,day,amount,currency,note\n$code,2026-01-06,49.50,EUR,\n"), 'the same bill again');
        self::assertSame([2, 25_000], [$this->int('SELECT count(*) FROM spend WHERE posting_id = :p', ['p' => $id]), $this->int('SELECT sum(amount) FROM spend WHERE posting_id = :p', ['p' => $id])]);
        $this->client->request('GET', '/adverts/as.csv?by=advert&from=2020-01-01');
        self::assertResponseIsSuccessful();
        $csv = $this->client->getInternalResponse()->getContent();
        self::assertMatchesRegularExpression('/Harbour Board, R-2201[^\n]*,250,/', $csv);
        $this->send('/r/2201/adverts/'.$id.'/history', '/r/2201/adverts/'.$id.'/paid', ['day' => '2026-01-07', 'amount' => '10', 'currency' => 'EUR', 'note' => 'tax']);
        $this->send('/r/2201/adverts/'.$id.'/history', '/r/2201/adverts/'.$id.'/paid', ['payment' => (string) $this->int("SELECT id FROM spend WHERE note = 'tax'")]);
        self::assertSame(2, $this->int('SELECT count(*) FROM spend WHERE posting_id = :p', ['p' => $id]));
        $this->as('Callum Gauthier');
        self::assertSame(422, $upload("advert,day,amount,currency\n$code,2026-01-05,1,EUR\n"), 'not an advert of his');
    }

    public function testAnalysisAgreesWithAttributionAsCoreHasIt(): void
    {
        $runa = $this->account('Runa Eikeland');
        [$from, $to] = [new \DateTimeImmutable('2020-01-01'), $this->clock()->now()];
        $applications = $this->db()->rows("SELECT posting_id, touches FROM application WHERE origin = 'applied' AND posting_id IS NOT NULL");
        self::assertGreaterThan(100, \count($applications));
        $boards = [];
        foreach ($this->db()->rows('SELECT id, board FROM posting') as $row) {
            $boards[$row->int('id')] = $row->str('board');
        }
        $seen = [];
        foreach (Attribution::cases() as $how) {
            $expected = [];
            foreach ($applications as $a) {
                foreach ($how->shares(array_map(static fn (array $t): int => \is_int($t['p'] ?? null) ? $t['p'] : 0, $a->objects('touches')), $a->int('posting_id')) as $posting => $share) {
                    $expected[$boards[$posting]] = ($expected[$boards[$posting]] ?? 0.0) + $share;
                }
            }
            $found = $this->get(Analysis::class)->of($runa, 'board', $from, $to, $how);
            foreach ($found['lines'] as $line) {
                self::assertEqualsWithDelta($expected[$line['key']] ?? 0.0, $line['counts']['finished'], 1e-6, $how->value.' '.$line['key']);
                self::assertGreaterThanOrEqual($line['counts']['qualified'], $line['counts']['finished']);
            }
            self::assertEqualsWithDelta(\count($applications), array_sum(array_map(static fn (array $l): float => $l['counts']['finished'], $found['lines'])), 1e-6, 'nobody counts twice');
            self::assertGreaterThan(20, $found['remembered']);
            $seen[] = array_map(static fn (array $l): float => $l['counts']['finished'], $found['lines']);
        }
        self::assertNotEquals($seen[0], $seen[1], 'first and last differ');
        $this->as('Solveig Aune');
        foreach (Analysis::BY as $by) {
            $this->client->request('GET', '/adverts?by='.$by.'&how=even&from=2020-01-01');
            self::assertResponseIsSuccessful();
            self::assertGreaterThan(2, $this->client->getCrawler()->filter('.ana tbody tr')->count(), $by);
        }
        $this->client->request('GET', '/r/2201/adverts?sum=700');
        self::assertSelectorTextContains('.next-spend .is-sel', '+');
    }

    public function testTodayNamesAdvertsThatCostAndBringNothing(): void
    {
        $gordon = $this->account('Gordon Leask');
        $this->db()->execute("INSERT INTO posting (requisition_id, board, code, state, asked_at, live_at) VALUES (:r, 'quayside', '0123456789', 'live', :at, :at)", ['r' => $this->id, 'at' => $this->clock()->now()->modify('-20 days')]);
        $this->db()->execute("INSERT INTO posting (requisition_id, board, code, state, asked_at, ended_at, reason) VALUES (:r, 'openberth', '0123456788', 'refused', :at, :at, 'Say the pay')", ['r' => $this->id, 'at' => $this->clock()->now()]);
        $this->as($gordon->name);
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('main', 'The advert on Quayside Jobs costs and brings nobody');
        self::assertSelectorTextContains('main', 'Open Berth did not take the advert');
    }

    public function testTheTextInAnotherLanguage(): void
    {
        $texts = $this->get(AdvertTexts::class);
        $solveig = $this->account('Solveig Aune')->id;
        self::assertSame(['title missing', 'description missing'], $this->refused(fn () => $texts->save($this->id, 'nb', '', '<script>alert(1)</script>', 0, $solveig)));
        $texts->save($this->id, 'nb', 'Motormann', '<p onclick="x()">Hold <b>maskinen</b> i gang.</p><script>alert(1)</script>', 0, $solveig);
        self::assertSame(['Motormann', '<p>Hold <strong>maskinen</strong> i gang.</p>'], [$texts->advert($this->id, 'nb')->title, $texts->advert($this->id, 'nb')->html]);
        self::assertSame(['saved_by_another'], $this->refused(fn () => $texts->save($this->id, 'nb', 'Motormann', '<p>x</p>', 0, $solveig)));
        self::assertSame(['place rules_failed_there'], $this->refused(fn () => $this->get(AdvertDesk::class)->publish($this->id, ['leeshore'], null, $this->clock()->now()->modify('+9 days'), null, 'nb')), 'English only');
        $this->client->request('GET', '/r/2202/adverts?in=nb');
        self::assertSelectorTextContains('.prose', 'Hold maskinen i gang.');
        $this->client->request('GET', '/r/2202/adverts/preview/harbour?in=nb');
        self::assertSelectorTextContains('.as-shown', 'Hold maskinen i gang.');
    }

    private function later(string $by): void
    {
        $this->clock()->moveTo($this->clock()->now()->modify($by));
    }

    private function deliver(): void
    {
        self::assertLessThan(50, $this->deliverAll());
    }

    /** @return list<string> */
    private function states(): array
    {
        return array_map(static fn ($r): string => $r->str('board').' '.$r->str('state'), $this->db()->rows("SELECT board, state FROM posting WHERE requisition_id = :r AND board <> 'careers' ORDER BY board, id", ['r' => $this->id]));
    }

    private function posting(string $board): int
    {
        return $this->int('SELECT max(id) FROM posting WHERE requisition_id = :r AND board = :b', ['r' => $this->id, 'b' => $board]);
    }

    /** How many adverts the stand-in holds under our reference. */
    private static function standing(string $board, string $reference): int
    {
        $shelf = \dirname((string) getenv('JORVENT_BROWSER_ENV')).'/standin/'.$board.'.json';

        return substr_count((string) file_get_contents($shelf), '"'.$reference.'"');
    }
}
