<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Offers\OfferDesk;
use Jorvent\Offers\SigningNames;
use Jorvent\Pipeline\WithdrawApplication;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** States that must not come about, tried through the pages. */
#[CoversClass(HiringAct::class)]
#[CoversClass(SigningNames::class)]
final class StatesTest extends DatabaseTest
{
    public function testWhoWithdrewCanNotBeBookedNorSign(): void
    {
        [$application, $offer, $path] = $this->sentOffer();
        $candidate = $this->int('SELECT candidate_id FROM application WHERE id = :a', ['a' => $application]);
        $this->get(WithdrawApplication::class)($application);
        $this->client->request('GET', $path);
        self::assertResponseStatusCodeSame(410);
        self::assertSame('withdrawn', $this->db()->row('SELECT state FROM offer WHERE id = :o', ['o' => $offer])?->str('state'));
        self::assertSame(0, $this->int("SELECT count(*) FROM delivery WHERE candidate_id = :c AND key LIKE 'offer-%-withdrawn'", ['c' => $candidate]), 'they know, and are not told');
    }

    public function testWhenAllPositionsAreSignedTheCareersSiteTakesNoMore(): void
    {
        $open = $this->int("SELECT r.number FROM requisition r JOIN posting p ON p.requisition_id = r.id WHERE p.board = 'careers' AND p.state = 'live' AND r.state = 'approved' AND r.number = 2201");
        self::assertSame(2201, $open);
        $this->client->request('GET', '/careers/2201/apply');
        self::assertResponseIsSuccessful();
        $this->db()->execute('UPDATE requisition SET positions = 1 WHERE number = 2201');
        [$application, $offer] = $this->sentOffer();
        $this->db()->execute("UPDATE offer SET state = 'accepted', decided_at = :now, signed_name = 'x' WHERE id = :o", ['o' => $offer, 'now' => $this->clock()->now()]);
        $this->db()->execute("INSERT INTO hire (application_id, offer_id, signed_at, first_day) VALUES (:a, :o, :now, '2027-03-01')", ['a' => $application, 'o' => $offer, 'now' => $this->clock()->now()]);
        $this->client->request('GET', '/careers/2201/apply');
        self::assertResponseStatusCodeSame(410);
        $this->as('Solveig Aune');
        $this->client->request('GET', '/r/2201/outcome');
        self::assertResponseIsSuccessful('the page is there while the number of HR records is awaited');
        $this->db()->execute("INSERT INTO delivery (kind, key, message, subject_kind, subject_id, state, available_at, created_at) SELECT 'records', 'hire-' || h.id, '{}', 'hire', h.id, 'waiting', :now, :now FROM hire h WHERE application_id = :a", ['a' => $application, 'now' => $this->clock()->now()]);
        $this->client->request('GET', '/r/2201/outcome');
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('main', 'Muster Roll');
    }

    public function testAPersonInTwoTabsMovesOneStage(): void
    {
        $this->as('Solveig Aune');
        $id = $this->int("SELECT min(p.id) FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'screening' AND p.knock_out = 'none'");
        $crawler = $this->client->request('GET', '/r/2201/pipeline');
        $form = ['_token' => $crawler->filter('#marked input[name=_token]')->attr('value'), 'at' => $crawler->filter('#marked input[name=at]')->attr('value'), 'application' => [$id]];
        foreach (['first_call', 'first_call'] as $stage) {
            $this->client->request('POST', '/r/2201/pipeline/move', $form);
            self::assertSame($stage, $this->db()->row('SELECT stage FROM application WHERE id = :id', ['id' => $id])?->str('stage'));
        }
        $this->client->followRedirect();
        self::assertSelectorTextContains('.alert-danger', 'at another stage by now');
    }

    public function testOnlyTimesThatAreFreeAreBookedAndOnlyPeopleWhoWorkHere(): void
    {
        $this->as('Solveig Aune');
        $id = $this->int("SELECT min(p.id) FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'first_call'");
        $ines = $this->account('Ines Teixeira')->id;
        $page = "/r/2201/interviews/arrange/$id?who%5B%5D=$ines&minutes=50";
        $crawler = $this->client->request('GET', $page);
        $token = $crawler->filter('#booking button[name=_token]')->attr('value');
        $free = (int) $crawler->filter('.slots input')->first()->attr('value');
        $post = function (string $when, int $who) use ($id, $token): int {
            $this->client->request('POST', "/r/2201/interviews/arrange/$id", ['_token' => $token, 'who' => [$who], 'when' => [$when], 'minutes' => '50', 'title' => 'First', 'place' => '']);

            return $this->client->getResponse()->getStatusCode();
        };
        $night = (string) $this->clock()->now()->modify('+3 days')->setTime(1, 0)->getTimestamp();
        self::assertSame(422, $post($night, $ines), 'at one in the night');
        self::assertSame(422, $post('99999999999', $ines), 'in the year 5138');
        self::assertSame(422, $post((string) $free, 987_654), 'nobody of that number');
        $before = $this->int('SELECT count(*) FROM interview WHERE application_id = :a', ['a' => $id]);
        self::assertSame(303, $post((string) $free, $ines));
        self::assertSame($before + 1, $this->int('SELECT count(*) FROM interview WHERE application_id = :a', ['a' => $id]));
    }

    public function testADeclinedOfferEndsNothingElse(): void
    {
        [$application, , $path] = $this->sentOffer();
        $token = $this->client->request('GET', $path)->filter('input[name=_token]')->first()->attr('value');
        $this->client->request('POST', $path, ['_token' => $token, 'answer' => 'decline', 'reason' => 'Too far from home'], [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(303);
        $row = $this->db()->row('SELECT state, stage FROM application WHERE id = :a', ['a' => $application]);
        self::assertSame(['active', 'decision'], [$row?->str('state'), $row?->str('stage')]);
    }

    public function testAnotherNameIsConfirmedByTheRecruiterBeforeItSigns(): void
    {
        [$application, $offer, $path] = $this->sentOffer();
        $send = function (string $answer, array $more = []) use ($path): void {
            $page = $this->client->request('GET', $path);
            $this->client->request('POST', $path, ['_token' => $page->filter('input[name=_token]')->first()->attr('value'), 'letter' => $page->filter('input[name=letter]')->attr('value'), 'answer' => $answer, 'name' => 'Mira Newname', ...$more], [], ['HTTP_ORIGIN' => 'http://localhost']);
        };
        $send('code');
        self::assertResponseStatusCodeSame(422);
        self::assertSame(0, $this->int("SELECT count(*) FROM delivery WHERE key LIKE 'sign-code-$offer-%'"), 'no code for a name that can not sign');
        $send('name');
        self::assertResponseStatusCodeSame(303);
        $this->as('Solveig Aune');
        $number = $this->int('SELECT r.number FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE p.id = :a', ['a' => $application]);
        $this->send("/r/$number/offer?application=$application", "/r/$number/offer/$offer/name", ['answer' => 'confirm']);
        $code = $this->signingCode($offer);
        $send('sign', ['code' => $code]);
        self::assertResponseStatusCodeSame(303);
        self::assertSame('Mira Newname', $this->db()->row('SELECT signed_name FROM offer WHERE id = :o', ['o' => $offer])?->str('signed_name'));
    }

    public function testAnApproverIsLedToTheOfferThatWaitsForThem(): void
    {
        $row = $this->db()->row("SELECT o.id, o.application_id, r.id AS requisition, r.number FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition r ON r.id = p.requisition_id WHERE o.state = 'asked'");
        self::assertNotNull($row);
        $approver = $this->db()->row("SELECT a.name FROM approval v JOIN account a ON a.id = v.approver_id WHERE v.offer_id = :o AND v.state = 'waiting' ORDER BY v.rank LIMIT 1", ['o' => $row->int('id')])?->str('name') ?? '';
        $this->as($approver);
        $crawler = $this->client->request('GET', '/today');
        self::assertGreaterThan(0, $crawler->filter('a[href*="/r/'.$row->int('number').'/offer?application='.$row->int('application_id').'"]')->count());
        $this->client->request('GET', '/r/'.$row->int('number').'/offer');
        self::assertSelectorExists('.decide', 'the one that waits is opened first');
    }

    /** @return array{int, int, string} application, offer and the address of its page */
    private function sentOffer(): array
    {
        $solveig = $this->as('Solveig Aune')->id;
        $row = $this->db()->row("SELECT p.id FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'decision' AND p.knock_out = 'none' AND NOT EXISTS (SELECT 1 FROM offer o WHERE o.application_id = p.id) ORDER BY p.id LIMIT 1");
        self::assertNotNull($row);
        foreach ($this->db()->rows("SELECT o.id FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND o.state IN ('asked', 'agreed', 'sent')") as $open) {
            $this->get(OfferDesk::class)->withdraw($open->int('id'));
        }
        $today = $this->clock()->now()->setTime(0, 0);
        $desk = $this->get(OfferDesk::class);
        $offer = $desk->compose($row->int('id'), new OfferTerms(Money::major(640_000, 'NOK'), $today->modify('+60 days'), $today->modify('+20 days')), $solveig);
        $desk->ask($offer);
        $desk->send($offer);
        $this->client->getCookieJar()->clear();

        return [$row->int('id'), $offer, (string) parse_url($this->get(GuestLinks::class)->issue(LinkPurpose::Offer, $offer, 30), \PHP_URL_PATH)];
    }
}
