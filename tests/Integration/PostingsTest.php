<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\BeginAndEndPostings;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\ChangePosting;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Read\PostingHistoryQuery;
use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\SaveAdvertText;
use Jorvent\Core\Shared\Money;
use Jorvent\Outside\Boards\FeedBoard;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Postings told to boards over the wire: nothing twice, nothing lost, and what we say we know is what is there. */
#[CoversNothing]
final class PostingsTest extends DatabaseTest
{
    private const LONG = 120;

    private int $id;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as('Solveig Aune');
        $this->id = $this->requisition(2202);
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
        $boards = ['quayside', 'harbour', 'yard', 'leeshore'];
        $this->describe('<p>Too short.</p>');
        self::assertSame(
            array_fill(0, 4, 'place rules_failed_there'), $this->refused(fn () => $this->publish($boards, '+29 days')),
        );
        self::assertSame([], $this->states());
        $this->describe('<p>'.str_repeat('word ', self::LONG).'</p>');
        $this->publish($boards, '+29 days');
        $this->deliver();
        self::assertSame(['harbour live', 'leeshore live', 'quayside live', 'yard live'], $this->states());
        self::assertSame(['place already_posted'], $this->refused(fn () => $this->publish(['yard'], '+29 days')));
        $rows = $this->get(PostingQuery::class)->ofRequisition($this->id);
        $unseen = array_filter($rows, static fn (PostingRow $row): bool => !$row->place->isOwn && null === $row->there->url);
        self::assertSame([], $unseen);
        $this->get(ChangePosting::class)->withdrawAll($this->id);
        $this->deliver();
        self::assertSame(
            ['harbour withdrawn', 'leeshore withdrawn', 'quayside withdrawn', 'yard withdrawn'], $this->states(),
        );
    }

    public function testWhatCanNotBePostedIsRefusedAtItsField(): void
    {
        $today = $this->clock()->now()->setTime(0, 0);
        $refused = fn (PostingTerms $terms, string ...$places): array => $this->refused(
            fn () => $this->get(PublishAdvert::class)($this->id, array_values($places), $terms),
        );
        self::assertSame(['place no_place_chosen'], $refused(new PostingTerms()));
        self::assertSame(['place missing'], $refused(new PostingTerms(), 'nowhere'));
        self::assertSame(['locale not_offered'], $refused(new PostingTerms('de'), 'yard'));
        $nothing = new Money(0, 'EUR');
        self::assertSame(['budget budget_not_positive'], $refused(new PostingTerms(budget: $nothing), 'yard'));
        $backwards = new PostingTerms(from: $today->modify('+9 days'), until: $today->modify('+8 days'));
        self::assertSame(['until ends_before_it_begins'], $refused($backwards, 'yard'));
    }

    public function testALostAnswerPostsNothingTwice(): void
    {
        self::standIn('harbour', 'lost');
        $this->publish(['harbour'], '+20 days');
        $this->deliver();
        self::assertSame(['harbour waiting'], $this->states(), 'we do not know');
        self::standIn('harbour', 'normal');
        $this->later('+1 hour');
        $this->deliver();
        self::assertSame(['harbour live'], $this->states());
        self::assertSame(1, self::standing('harbour', $this->code('harbour')), 'asked first, it was there');
    }

    public function testABoardThatIsDownIsNotAskedForAWhile(): void
    {
        self::standIn('quayside', 'down');
        $this->publish(['quayside'], '+20 days');
        foreach ([0, 7, 24] as $seconds) {
            $this->later('+'.$seconds.' seconds');
            $this->deliver();
        }
        $boards = $this->get(Boards::class);
        self::assertNotNull($boards->restsUntil('quayside'));
        self::assertSame(3, $this->tries());
        $this->db()->execute(
            "UPDATE delivery SET available_at = :now WHERE state = 'waiting' AND kind = 'posting'",
            ['now' => $this->clock()->now()],
        );
        $this->deliver();
        self::assertSame(3, $this->tries(), 'it is not asked');
        self::standIn('quayside', 'normal');
        $boards->tryNow('quayside');
        $this->deliver();
        self::assertSame(['quayside live'], $this->states());
        self::assertNull($boards->restsUntil('quayside'));
    }

    public function testWishesInAnyOrderEndAtTheLastOne(): void
    {
        $change = $this->get(ChangePosting::class);
        $this->publish(['yard'], '+10 days');
        $this->deliver();
        $posting = $this->posting('yard');
        $change->pause($this->id, $posting);
        $change->resume($this->id, $posting);
        $change->pause($this->id, $posting);
        $this->deliver();
        self::assertSame(['yard paused'], $this->states());
        $change->resume($this->id, $posting);
        $this->deliver();
        self::assertSame(['yard live'], $this->states());
        self::assertGreaterThan(6, \count($this->get(PostingHistoryQuery::class)->of($this->id, $posting)));
    }

    public function testARenewalRunsLongerAndIsPaidForAgain(): void
    {
        $change = $this->get(ChangePosting::class);
        $until = $this->clock()->now()->setTime(0, 0)->modify('+10 days');
        $this->publish(['yard'], '+10 days');
        $this->deliver();
        $posting = $this->posting('yard');
        self::assertSame(
            ['until renewal_not_later'], $this->refused(fn () => $change->renew($this->id, $posting, $until)),
        );
        $tooLong = $until->modify('+90 days');
        self::assertSame(
            ['place rules_failed_there'], $this->refused(fn () => $change->renew($this->id, $posting, $tooLong)),
            'it runs at most 60 days',
        );
        $change->renew($this->id, $posting, $until->modify('+14 days'));
        $this->deliver();
        $row = $this->db()->row('SELECT state, runs, until, sent_until FROM posting WHERE id = :id', ['id' => $posting]);
        self::assertSame(
            ['live', 2, $until->modify('+14 days')->format('Y-m-d'), $row?->str('until')],
            [$row?->str('state'), $row?->int('runs'), $row?->str('until'), $row?->str('sent_until')],
        );
    }

    public function testTheQuotaOfAMonthIsKept(): void
    {
        $this->publish(['yard'], '+10 days');
        $this->db()->execute("UPDATE board SET price = jsonb_set(price, '{quota}', '1') WHERE key = 'yard'");
        $this->entities()->clear();
        $other = $this->requisition(2204);
        self::assertSame(['place quota_used'], $this->refused(fn () => $this->publish(['yard'], '+10 days', $other)));
    }

    public function testABoardThatShowsAnOlderTextIsSentTheNewOne(): void
    {
        $change = $this->get(ChangePosting::class);
        $this->publish(['yard'], '+10 days');
        $this->deliver();
        self::assertSame(0, $change->update($this->id));
        $this->db()->execute(
            "UPDATE requisition SET title = 'Second Engineer, night' WHERE id = :id", ['id' => $this->id],
        );
        self::assertSame(1, $change->update($this->id));
        $this->deliver();
        $sent = $this->db()->row('SELECT sent_hash FROM posting WHERE id = :id', ['id' => $this->posting('yard')]);
        self::assertSame($this->get(AdvertQuery::class)->of($this->id)->fingerprint(), $sent?->str('sent_hash'));
    }

    public function testABoardThatDecidesLater(): void
    {
        $this->describe('<p>'.str_repeat('word ', self::LONG).'</p>');
        $this->publish(['openberth'], '+10 days');
        $this->deliver();
        self::assertSame(['openberth asked'], $this->states());
        $code = $this->code('openberth');
        $key = 'openberth-demo-key';
        self::assertSame(403, $this->answer(['reference' => $code, 'state' => 'live'], 'a guess'));
        self::assertSame(422, $this->answer(['reference' => $code, 'state' => 'glorious'], $key));
        self::assertSame(422, $this->answer(['reference' => $code, 'state' => 'paused'], $key), 'that is ours to say');
        self::assertSame(404, $this->answer(['reference' => 'ffffffffff', 'state' => 'live'], $key));
        $no = ['reference' => $code, 'state' => 'refused', 'reason' => "Say the pay.\nX-Bad: 1"];
        self::assertSame(200, $this->answer($no, $key));
        self::assertSame(200, $this->answer(['reference' => $code, 'state' => 'live'], $key));
        self::assertSame(['openberth refused'], $this->states(), 'said after the end it changes nothing');
        $this->publish(['openberth'], '+10 days');
        self::assertSame(['openberth refused', 'openberth waiting'], $this->states(), 'mended, it can be posted again');
    }

    public function testABoardThatFetchesOurFeed(): void
    {
        $this->publish(['slipway'], '+10 days');
        $this->deliver();
        self::assertSame(['slipway asked'], $this->states());
        $feed = (string) parse_url($this->get(FeedBoard::class)->feed('slipway'), \PHP_URL_PATH);
        $this->client->request('GET', str_replace(substr($feed, -12), 'aaaaaaaa.xml', $feed));
        self::assertResponseStatusCodeSame(404);
        $this->client->request('GET', $feed);
        self::assertResponseIsSuccessful();
        $xml = new \DOMDocument();
        self::assertTrue($xml->loadXML((string) $this->client->getResponse()->getContent()));
        $opening = $xml->getElementsByTagName('opening')->item(0);
        self::assertSame('Second Engineer', $opening?->getElementsByTagName('title')->item(0)?->textContent);
        self::assertSame(['slipway live'], $this->states());
        $this->get(ChangePosting::class)->withdraw($this->id, $this->posting('slipway'));
        $this->deliver();
        $this->client->request('GET', $feed);
        $shown = (string) $this->client->getResponse()->getContent();
        self::assertStringNotContainsString($this->code('slipway'), $shown);
    }

    public function testPlannedBeginsOnItsDayAndEndsAfterItsLast(): void
    {
        $this->publish(['yard'], '+5 days', from: '+2 days');
        $clock = $this->get(BeginAndEndPostings::class);
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

    public function testAnAdvertOfOurOwnSiteThatIsPlannedDoesNotBeginWhenItIsRenewed(): void
    {
        $this->get(ChangePosting::class)->withdrawAll($this->id);
        $this->publish(['careers'], '+9 days', from: '+3 days');
        $id = $this->posting('careers');
        $until = $this->clock()->now()->setTime(0, 0)->modify('+20 days');
        $this->get(ChangePosting::class)->renew($this->id, $id, $until);
        $state = fn (): ?string => $this->db()->row('SELECT state FROM posting WHERE id = :id', ['id' => $id])?->str('state');
        self::assertSame('planned', $state());
        $this->get(ChangePosting::class)->pause($this->id, $id);
        $this->later('+3 days');
        $this->get(BeginAndEndPostings::class)->run();
        self::assertSame('paused', $state(), 'paused before it began, it begins paused');
    }

    public function testTheTextInAnotherLanguage(): void
    {
        $save = $this->get(SaveAdvertText::class);
        $me = $this->account('Solveig Aune')->id;
        $bad = '<script>alert(1)</script>';
        self::assertSame(
            ['title missing', 'description missing'], $this->refused(fn () => $save($this->id, 'nb', '', $bad, 0, $me)),
        );
        $save($this->id, 'nb', 'Motormann', '<p onclick="x()">Hold <b>maskinen</b> i gang.</p>'.$bad, 0, $me);
        $advert = $this->get(AdvertQuery::class)->of($this->id, 'nb');
        self::assertSame(['Motormann', '<p>Hold <strong>maskinen</strong> i gang.</p>'], [$advert->title, $advert->html]);
        $again = fn () => $save($this->id, 'nb', 'Motormann', '<p>x</p>', 0, $me);
        self::assertSame(['saved_by_another'], $this->refused($again));
        self::assertSame(
            ['place rules_failed_there'],
            $this->refused(fn () => $this->publish(['leeshore'], '+9 days', locale: 'nb')),
            'it takes English only',
        );
        $this->client->request('GET', '/r/2202/adverts?in=nb');
        self::assertSelectorTextContains('.prose', 'Hold maskinen i gang.');
        $this->client->request('GET', '/r/2202/adverts/preview/harbour?in=nb');
        self::assertSelectorTextContains('.as-shown', 'Hold maskinen i gang.');
    }

    public function testAPostingThatIsWithdrawnWhileTheBoardPutsItUpKeepsItsEnd(): void
    {
        $this->publish(['yard'], '+10 days');
        $this->get(ChangePosting::class)->withdraw($this->id, $this->posting('yard'));
        $this->deliver();
        $row = $this->db()->row('SELECT state, ended_at FROM posting WHERE id = :id', ['id' => $this->posting('yard')]);
        self::assertSame(['withdrawn', true], [$row?->str('state'), null !== $row?->instantOrNull('ended_at')]);
    }

    /** @param list<string> $places */
    private function publish(
        array $places,
        string $until,
        ?int $requisition = null,
        ?string $from = null,
        string $locale = 'en',
    ): void {
        $today = $this->clock()->now()->setTime(0, 0);
        $begins = null === $from ? null : new \DateTimeImmutable($today->format('Y-m-d').' '.$from);
        $terms = new PostingTerms($locale, $begins, $today->modify($until));
        $this->get(PublishAdvert::class)($requisition ?? $this->id, $places, $terms);
    }

    /** @param array<string, string> $said */
    private function answer(array $said, string $key): int
    {
        $body = json_encode($said, \JSON_THROW_ON_ERROR);
        $this->client->request('POST', '/boards/openberth/answers', server: [
            'HTTP_X_SIGNATURE' => hash_hmac('sha256', $body, $key), 'CONTENT_TYPE' => 'application/json',
        ], content: $body);

        return $this->client->getResponse()->getStatusCode();
    }

    private function requisition(int $number): int
    {
        return $this->int('SELECT id FROM requisition WHERE number = :n', ['n' => $number]);
    }

    private function describe(string $html): void
    {
        $this->db()->execute(
            'UPDATE requisition SET description = :d WHERE id = :id', ['d' => $html, 'id' => $this->id],
        );
    }

    private function later(string $by): void
    {
        $this->clock()->moveTo($this->clock()->now()->modify($by));
    }

    private function deliver(): void
    {
        self::assertLessThan(50, $this->deliverAll());
    }

    /** How often its board was tried at most. */
    private function tries(): int
    {
        return $this->int(
            "SELECT max(attempts) FROM delivery o JOIN posting p ON p.id = o.subject_id AND o.subject_kind = 'posting'
             WHERE p.requisition_id = :r AND p.board = 'quayside'",
            ['r' => $this->id],
        );
    }

    /** @return list<string> boards with the state of what stands there, but for our own site */
    private function states(): array
    {
        $rows = $this->db()->rows(
            "SELECT board, state FROM posting WHERE requisition_id = :r AND board <> 'careers' ORDER BY board, id",
            ['r' => $this->id],
        );

        return array_map(static fn ($row): string => $row->str('board').' '.$row->str('state'), $rows);
    }

    private function posting(string $board): int
    {
        return $this->int(
            'SELECT max(id) FROM posting WHERE requisition_id = :r AND board = :b', ['r' => $this->id, 'b' => $board],
        );
    }

    private function code(string $board): string
    {
        $row = $this->db()->row('SELECT code FROM posting WHERE id = :id', ['id' => $this->posting($board)]);

        return $row?->str('code') ?? self::fail('Nothing stands there.');
    }

    /** How many adverts the stand-in holds under our reference. */
    private static function standing(string $board, string $reference): int
    {
        $shelf = \dirname((string) getenv('JORVENT_BROWSER_ENV')).'/standin/'.$board.'.json';

        return substr_count((string) file_get_contents($shelf), '"'.$reference.'"');
    }
}
