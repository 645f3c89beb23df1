<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\AnalysisBy;
use Jorvent\Adverts\AnalysisLine;
use Jorvent\Adverts\Costs;
use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\SpentBudgets;
use Jorvent\Adverts\Usage;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Core\Adverts\Price;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** What postings cost and brought. */
#[CoversNothing]
final class AdvertMoneyTest extends DatabaseTest
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->as('Solveig Aune');
    }

    public function testWhatThePriceOfABoardMakes(): void
    {
        [$quayside, $leeshore] = [$this->row('quayside'), $this->row('leeshore')];
        self::assertSame(0, $this->cost($this->row('careers')->yield->usage));
        self::assertSame(39_000 * $quayside->yield->usage->runs, $this->cost($quayside->yield->usage));
        self::assertSame(120 * $leeshore->yield->usage->visits, $this->cost($leeshore->yield->usage));
    }

    public function testWhatWasPaidCountsInsteadAtTheNewestRate(): void
    {
        $this->db()->execute(
            "INSERT INTO advert_payment (posting_id, day, amount, currency, source, at)
             VALUES (:p, '2026-01-05', 116200, 'NOK', 'entered', now())",
            ['p' => $this->row('leeshore')->id],
        );
        $rate = $this->db()->row("SELECT per_euro FROM exchange_rate WHERE currency = 'NOK' ORDER BY day DESC LIMIT 1");
        $cost = $this->get(Costs::class)->of([$this->row('leeshore')->yield->usage])[$this->row('leeshore')->id];
        self::assertTrue($cost?->entered);
        self::assertEqualsWithDelta(116_200 / (float) $rate?->floatOrNull('per_euro'), $cost->money->minor, 1.0);
    }

    public function testTheFeeOfAMonthIsSharedOutAmongWhatStoodThereAndNoMore(): void
    {
        $today = ['t' => $this->clock()->now()->format('Y-m-d')];
        $months = $this->int(
            "SELECT count(DISTINCT date_trunc('month', d)) FROM posting p,
                generate_series(p.live_at::date, least(coalesce(p.ended_at::date, :t), :t), interval '1 day') d
             WHERE p.board = 'yard'",
            $today,
        );
        $usages = array_map(static fn ($row): Usage => new Usage(
            $row->int('id'), Price::fromArray($row->json('price')), true, 1, 0, 0, [],
        ), $this->db()->rows("SELECT p.id, b.price FROM posting p JOIN board b ON b.key = p.board WHERE b.key = 'yard'"));
        $sum = array_sum(array_map($this->cost(...), $usages));
        self::assertEqualsWithDelta(31_000 * $months, $sum, 31_000 * .01 * \count($usages));
    }

    public function testABudgetThatIsUsedUpPausesTheAdvert(): void
    {
        $leeshore = $this->row('leeshore');
        $this->db()->execute(
            "UPDATE posting SET budget = 500000000, budget_currency = 'EUR' WHERE id = :id", ['id' => $leeshore->id],
        );
        self::assertSame([0, false], [$this->get(SpentBudgets::class)->rest(), $this->isSpent($leeshore->id)]);
        $this->db()->execute('UPDATE posting SET budget = 100 WHERE id = :id', ['id' => $leeshore->id]);
        self::assertTrue($this->isSpent($leeshore->id));
        self::assertSame(1, $this->get(SpentBudgets::class)->rest());
        self::assertSame('paused', $this->row('leeshore')->status->want->value);
        self::assertSame(0, $this->get(SpentBudgets::class)->rest(), 'once');
    }

    public function testABillIsReadAllOfItOrNothing(): void
    {
        $harbour = $this->row('harbour');
        [$id, $code] = [$harbour->id, $harbour->code];
        self::assertSame(422, $this->upload("advert,day\nx,y\n"));
        self::assertSame(422, $this->upload(
            "advert,day,amount,currency\n$code,2026-01-05,100,EUR\nffffffffff,2026-01-05,1,EUR\n"
            ."$code,2026-02-30,1,EUR\n$code,2026-01-05,-4,EUR\n$code,2026-01-05,4,XYZ\n",
        ));
        $amount = 'an amount above nothing, in a currency that has an exchange rate';
        self::assertSame([
            'row 3: no advert of yours has this code', 'row 4: a day such as 2026-03-01, and not ahead',
            'row 5: '.$amount, 'row 6: '.$amount,
        ], $this->client->getCrawler()->filter('.field-error')->each(static fn ($e): string => $e->text()));
        self::assertSame(0, $this->payments($id));
        self::assertSame(303, $this->upload(
            "day;advert;currency;amount;note\n2026-01-05;http://127.0.0.1/careers/2201?via=$code;EUR;200.50;"
            ."=cmd|' /C calc'!A0\n2026-01-06;$code;eur;49.50;\n",
        ));
        $again = "advert,day,amount,currency,note\n$code,2026-01-06,49.50,EUR,\n";
        self::assertSame(303, $this->upload($again), 'the same bill again');
        $sum = $this->int('SELECT sum(amount) FROM advert_payment WHERE posting_id = :p', ['p' => $id]);
        self::assertSame([2, 25_000], [$this->payments($id), $sum]);
        $this->client->request('GET', '/adverts/as.csv?by=advert&from=2020-01-01&to=2030-01-01&how=last');
        self::assertResponseIsSuccessful();
        $csv = $this->client->getInternalResponse()->getContent();
        self::assertMatchesRegularExpression('/Harbour Board, R-2201[^\n]*,250,/', $csv);
        $this->as('Callum Gauthier');
        self::assertSame(422, $this->upload("advert,day,amount,currency\n$code,2026-01-05,1,EUR\n"), 'not an advert of his');
    }

    public function testAPaymentIsEnteredOnceAndRemoved(): void
    {
        $id = $this->row('harbour')->id;
        [$history, $pay] = ['/r/2201/adverts/'.$id.'/history', '/r/2201/adverts/'.$id.'/paid'];
        $typed = ['day' => '2026-01-07', 'amount' => '10', 'currency' => 'EUR', 'note' => 'tax'];
        $this->send($history, $pay, [...$typed, 'amount' => 'ten'], 422);
        self::assertSelectorExists('[name=amount][value=ten]', 'what was typed is still there');
        $this->send($history, $pay, $typed);
        $this->send($history, $pay, $typed, 422);
        self::assertSelectorTextContains('.errors', 'entered already');
        self::assertSame(1, $this->payments($id));
        $payment = $this->int("SELECT id FROM advert_payment WHERE note = 'tax'");
        $this->send($history, $pay.'/'.$payment.'/remove', []);
        self::assertSame(0, $this->payments($id));
    }

    public function testAnalysisAgreesWithAttributionAsCoreHasIt(): void
    {
        $runa = $this->account('Runa Eikeland');
        [$from, $to] = [new \DateTimeImmutable('2020-01-01'), $this->clock()->now()];
        $applications = $this->db()->rows(
            "SELECT posting_id, touches FROM application WHERE origin = 'applied' AND posting_id IS NOT NULL",
        );
        self::assertGreaterThan(100, \count($applications));
        $boards = [];
        foreach ($this->db()->rows('SELECT id, board FROM posting') as $row) {
            $boards[$row->int('id')] = $row->str('board');
        }
        $seen = [];
        foreach (Attribution::cases() as $how) {
            $expected = [];
            foreach ($applications as $a) {
                $touches = array_map(static fn (array $t): int => \is_int($t['p'] ?? null) ? $t['p'] : 0, $a->objects('touches'));
                foreach ($how->shares($touches, $a->int('posting_id')) as $posting => $share) {
                    $expected[$boards[$posting]] = ($expected[$boards[$posting]] ?? 0.0) + $share;
                }
            }
            $found = $this->get(Analysis::class)->of($runa, AnalysisBy::Board, $from, $to, $how);
            foreach ($found->lines as $line) {
                $finished = $line->counts['finished'];
                self::assertEqualsWithDelta($expected[$line->key] ?? 0.0, $finished, 1e-6, $how->value.' '.$line->key);
                self::assertGreaterThanOrEqual($line->counts['qualified'], $finished);
            }
            $finished = array_map(static fn (AnalysisLine $line): float => $line->counts['finished'], $found->lines);
            self::assertEqualsWithDelta(\count($applications), array_sum($finished), 1e-6, 'nobody counts twice');
            self::assertGreaterThan(20, $found->remembered);
            $seen[] = $finished;
        }
        self::assertNotEquals($seen[0], $seen[1], 'first and last differ');
    }

    public function testTheAnalysisInEachGrouping(): void
    {
        foreach (AnalysisBy::cases() as $by) {
            $this->client->request('GET', '/adverts?how=even&from=2020-01-01&to=2030-01-01&by='.$by->value);
            self::assertResponseIsSuccessful();
            self::assertGreaterThan(2, $this->client->getCrawler()->filter('.ana tbody tr')->count(), $by->value);
        }
        $this->client->request('GET', '/adverts?how=best&from=2020-02-31&to=2030-01-01&by=board');
        self::assertResponseStatusCodeSame(422);
        self::assertCount(2, $this->client->getCrawler()->filter('.ad-filter .field-error'), 'each at its field');
        $this->client->request('GET', '/r/2201/adverts?sum=700');
        self::assertSelectorTextContains('.next-spend .is-sel', '+');
        $this->client->request('GET', '/r/2201/adverts?sum=much');
        self::assertSelectorTextContains('.field-error', 'whole number of euro');
        self::assertSelectorExists('[name=sum][value=much]');
    }

    public function testTodayNamesAdvertsThatCostAndBringNothing(): void
    {
        $values = ['r' => $this->int('SELECT id FROM requisition WHERE number = 2202')];
        $this->db()->execute(
            "INSERT INTO posting (requisition_id, board, code, state, asked_at, live_at)
             VALUES (:r, 'quayside', '0123456789', 'live', :at, :at)",
            $values + ['at' => $this->clock()->now()->modify('-20 days')],
        );
        $this->db()->execute(
            "INSERT INTO posting (requisition_id, board, code, state, asked_at, ended_at, reason)
             VALUES (:r, 'openberth', '0123456788', 'refused', :at, :at, 'Say the pay')",
            $values + ['at' => $this->clock()->now()],
        );
        $this->as('Gordon Leask');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('main', 'The advert on Quayside Jobs costs and brings nobody');
        self::assertSelectorTextContains('main', 'Open Berth did not take the advert');
    }

    private function row(string $board): PostingRow
    {
        $requisition = $this->int('SELECT id FROM requisition WHERE number = 2201');
        foreach ($this->get(PostingQuery::class)->ofRequisition($requisition) as $row) {
            if ($board === $row->place->key) {
                return $row;
            }
        }
        self::fail('R-2201 does not stand there.');
    }

    /** In euro cents. */
    private function cost(Usage $usage): int
    {
        return $this->get(Costs::class)->of([$usage])[$usage->posting]?->money->minor ?? 0;
    }

    private function isSpent(int $posting): bool
    {
        return $this->get(SpentBudgets::class)->isSpent($posting);
    }

    private function payments(int $posting): int
    {
        return $this->int('SELECT count(*) FROM advert_payment WHERE posting_id = :p', ['p' => $posting]);
    }

    private function upload(string $csv): int
    {
        $file = tempnam(sys_get_temp_dir(), 'bill');
        self::assertNotFalse($file);
        file_put_contents($file, $csv);
        $token = $this->client->request('GET', '/adverts')->filter('input[name=_token]')->first()->attr('value');
        $sent = new UploadedFile($file, 'bill.csv', 'text/csv', test: true);
        $this->client->request('POST', '/adverts/bill', ['_token' => $token], ['file' => $sent]);
        unlink($file);

        return $this->client->getResponse()->getStatusCode();
    }
}
