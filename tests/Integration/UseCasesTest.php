<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\LetGo;
use Jorvent\Accounts\Staff;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Careers\Apply;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Guests\ConfirmAddress;
use Jorvent\Interviews\Arrange;
use Jorvent\Offers\AnswerOffer;
use Jorvent\Offers\OfferDesk;
use Jorvent\Pipeline\CloseOut;
use Jorvent\Pipeline\DecideKnockOut;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Pipeline\MoveApplications;
use Jorvent\Pipeline\UndoSteps;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Lifecycle;
use Jorvent\Requisitions\OpenRequisitions;
use Jorvent\Setup\FirstAdmin;
use Jorvent\Setup\LetInFirstAdmin;
use Jorvent\Tests\Support\BeginsApplications;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** The rules that hold between the modules, on the demo world. */
#[CoversNothing]
final class UseCasesTest extends DatabaseTest
{
    use BeginsApplications;

    public function testApprovalGoesRoundInOrderAndNothingLeavesTheHouseBefore(): void
    {
        $mo = $this->as('Mo Bakkerud')->id;
        $number = $this->get(OpenRequisitions::class)->fromProfile(
            1,
            8,
            1,
            new Team($mo, $mo, $this->account('Solveig Aune')->id),
        );
        $id = $this->int('SELECT id FROM requisition WHERE number = :n', ['n' => $number]);
        self::assertSame(['not_approved'], $this->refused(fn () => $this->get(KeepCandidate::class)($id, '3', $mo)));
        $publish = fn () => $this->get(PublishAdvert::class)($id, ['careers'], new PostingTerms());
        self::assertSame(['not_approved'], $this->refused($publish));
        $this->db()->execute('UPDATE requisition SET pay_max = pay_max + 5000000 WHERE id = :id', ['id' => $id]);
        $this->entities()->clear();
        $this->get(AskApproval::class)($id);
        $decide = $this->get(DecideBrief::class);
        [$hanne, $isla] = [$this->account('Hanne Solvik')->id, $this->account('Isla Farquhar')->id];
        self::assertSame(
            ['nothing_to_decide'],
            $this->refused(static fn () => $decide($id, $isla, Decision::Agreed, '')),
            'finance is asked second',
        );
        self::assertSame(
            ['note reason_missing'],
            $this->refused(static fn () => $decide($id, $hanne, Decision::Declined, ' ')),
        );
        $decide($id, $hanne, Decision::Agreed, '');
        self::assertSame('asked', $this->state($id));
        $decide($id, $isla, Decision::Agreed, '');
        self::assertSame('approved', $this->state($id));
        self::assertSame(
            ['nothing_to_decide'],
            $this->refused(static fn () => $decide($id, $isla, Decision::Agreed, '')),
        );
    }

    public function testAStoppedApplicationNeitherMovesNorHearsBeforeANamedPersonLooked(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [$requisition, $id] = $this->stopped();
        self::assertSame(
            ['knock_out_open'],
            $this->refused(fn () => $this->get(MoveApplications::class)($requisition, [$id], null, $solveig)),
        );
        self::assertSame(
            ['knock_out_open'],
            $this->refused(
                fn () => $this->get(CloseOut::class)(
                    $requisition,
                    [$id],
                    'knock_out',
                    new Template('S', 'B'),
                    $solveig,
                ),
            ),
        );
        self::assertSame(
            ['reason reason_missing'],
            $this->refused(fn () => $this->get(DecideKnockOut::class)($id, false, ' ', $solveig)),
        );
        $this->get(DecideKnockOut::class)($id, false, 'Sits the paper in March.', $solveig);
        self::assertSame(1, $this->get(MoveApplications::class)($requisition, [$id], null, $solveig));
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM activity WHERE act = 'knock_out.overruled' AND subject_id = :id
                 AND actor_id = :me",
                ['id' => $id, 'me' => $solveig],
            ),
        );
    }

    public function testOneThatMayNotMoveHoldsAllOfThem(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [$requisition, $stopped] = $this->stopped();
        $free = $this->int(
            "SELECT min(id) FROM application WHERE requisition_id = :r AND state = 'active' AND knock_out = 'none'
             AND stage = 'new'",
            ['r' => $requisition],
        );
        self::assertSame(
            ['knock_out_open'],
            $this->refused(
                fn () => $this->get(MoveApplications::class)(
                    $requisition,
                    [$free, $stopped],
                    Stage::Screening,
                    $solveig,
                ),
            ),
        );
        self::assertSame(
            1,
            $this->int("SELECT count(*) FROM application WHERE id = :id AND stage = 'new'", ['id' => $free]),
        );
        self::assertSame(
            ['application_gone'],
            $this->refused(fn () => $this->get(MoveApplications::class)($requisition + 1, [$free], null, $solveig)),
            'an application of another requisition',
        );
    }

    public function testClosingOutCanBeUndoneUntilTheWordHasGone(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [$requisition, $id] = $this->active('screening');
        $visits = $this->int('SELECT count(*) FROM stage_visit WHERE application_id = :id', ['id' => $id]);
        $word = new Template('Your application: {{ opening }}', 'Dear {{ first_name }}, thank you.');
        $this->get(CloseOut::class)($requisition, [$id], 'skills', $word, $solveig);
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM delivery WHERE starts_with(key, :k) AND state = 'waiting'
                 AND available_at > now()",
                ['k' => "close_out-$id-"],
            ),
            'the word waits a while',
        );
        self::assertSame('close_out', $this->get(UndoSteps::class)->undoLast($solveig));
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM application WHERE id = :id AND state = 'active' AND stage = 'screening'",
                ['id' => $id],
            ),
        );
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM delivery WHERE starts_with(key, :k) AND state = 'dropped'",
                ['k' => "close_out-$id-"],
            ),
        );
        self::assertSame(
            $visits,
            $this->int('SELECT count(*) FROM stage_visit WHERE application_id = :id', ['id' => $id]),
        );
        self::assertSame(
            ['nothing_to_undo'],
            $this->refused(fn () => $this->get(UndoSteps::class)->undoLast($solveig)),
        );
        $this->clock()->moveTo($this->clock()->now()->modify('+1 minute'));
        $this->get(CloseOut::class)($requisition, [$id], 'skills', $word, $solveig);
        $this->db()->execute(
            "UPDATE delivery SET state = 'delivered' WHERE starts_with(key, :k) AND state = 'waiting'",
            ['k' => "close_out-$id-"],
        );
        self::assertSame(
            ['word_already_sent'],
            $this->refused(fn () => $this->get(UndoSteps::class)->undoLast($solveig)),
        );
    }

    public function testUndoLeavesAloneWhatAnotherChangedSince(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [$requisition, $id] = $this->active('screening');
        $this->get(MoveApplications::class)($requisition, [$id], null, $solveig);
        $this->get(MoveApplications::class)($requisition, [$id], Stage::Decision, $this->account('Ailsa Drummond')->id);
        self::assertSame(['changed_since'], $this->refused(fn () => $this->get(UndoSteps::class)->undoLast($solveig)));
        self::assertSame(
            1,
            $this->int("SELECT count(*) FROM application WHERE id = :id AND stage = 'decision'", ['id' => $id]),
        );
    }

    public function testAWordWithAnOpenFieldIsNotSent(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [$requisition, $id] = $this->active('screening');
        self::assertSame(
            ['body merge_field_unknown'],
            $this->refused(
                fn () => $this->get(CloseOut::class)(
                    $requisition,
                    [$id],
                    'skills',
                    new Template('S', 'Dear {{ nick_name }}'),
                    $solveig,
                ),
            ),
        );
        self::assertSame(
            1,
            $this->int("SELECT count(*) FROM application WHERE id = :id AND state = 'active'", ['id' => $id]),
            'and nobody is closed out without it',
        );
    }

    public function testApplyingUnderAKnownAddressChangesNothingOfThePerson(): void
    {
        $known = $this->db()->row(
            'SELECT c.id, c.name, c.email, c.phone, c.city FROM candidate c WHERE c.email IS NOT NULL
             AND NOT EXISTS (SELECT 1 FROM application p WHERE p.candidate_id = c.id) ORDER BY c.id LIMIT 1',
        );
        self::assertNotNull($known);
        $opening = $this->int('SELECT id FROM requisition WHERE number = 2209');
        $answers = ['paper' => 'yes', 'years' => '2', 'shift' => 'Yes'];
        $key = $this->begun($opening, [
            'name' => 'Someone Else', 'email' => strtoupper($known->str('email')), 'phone' => '+47 5555 9999',
            'city' => 'Elsewhere',
        ], $answers);
        $this->get(Apply::class)($key, 'en', '1');
        $after = $this->db()->row(
            'SELECT name, email, phone, city FROM candidate WHERE id = :id',
            ['id' => $known->int('id')],
        );
        self::assertSame(
            [$known->str('name'), $known->str('email'), $known->str('phone')],
            [$after?->str('name'), $after?->str('email'), $after?->str('phone')],
        );
        $shell = $this->int('SELECT id FROM candidate WHERE claims = :k', ['k' => $known->int('id')]);
        self::assertGreaterThan(0, $shell, 'they stand apart');
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM application WHERE candidate_id = :k', ['k' => $known->int('id')]),
        );
        self::assertSame(
            ['already_sent'],
            $this->refused(fn () => $this->get(Apply::class)($key, 'en', '1')),
            'a double submit',
        );
        $again = $this->begun($opening, ['name' => 'X Y', 'email' => $known->str('email')], $answers);
        $this->get(Apply::class)($again, 'en', '1');
        self::assertSame(
            2,
            $this->int('SELECT count(*) FROM candidate WHERE claims = :k', ['k' => $known->int('id')]),
            'and are not told that someone applied already',
        );
        // confirmed, they become one, once and for all
        $first = $this->int('SELECT id FROM application WHERE candidate_id = :c', ['c' => $shell]);
        $second = $this->int(
            'SELECT max(p.id) FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE c.claims = :k',
            ['k' => $known->int('id')],
        );
        $confirm = $this->get(ConfirmAddress::class);
        self::assertFalse($confirm($first)[1]);
        self::assertSame(
            $known->int('id'),
            $this->int('SELECT candidate_id FROM application WHERE id = :id', ['id' => $first]),
        );
        self::assertFalse($confirm($first)[1], 'twice is once');
        self::assertTrue($confirm($second)[1], 'they had applied already');
        self::assertSame(
            ['active', 'withdrawn'],
            array_map(
                static fn ($r): string => $r->str('state'),
                $this->db()->rows(
                    'SELECT state FROM application WHERE id IN (:ids) ORDER BY id',
                    ['ids' => [$first, $second]],
                ),
            ),
        );
        self::assertSame(
            1,
            $this->int('SELECT count(*) FROM candidate WHERE lower(email) = lower(:e)', ['e' => $known->str('email')]),
        );
        self::assertSame(
            [$known->str('name'), $known->str('phone')],
            [
                $this->db()->row(
                    'SELECT name, phone FROM candidate WHERE id = :id',
                    ['id' => $known->int('id')],
                )?->str('name'),
                $this->db()->row(
                    'SELECT name, phone FROM candidate WHERE id = :id',
                    ['id' => $known->int('id')],
                )?->str('phone'),
            ],
        );
    }

    public function testApplyingLateIsRefused(): void
    {
        $opening = $this->int('SELECT id FROM requisition WHERE number = 2209');
        $key = $this->begun($opening, ['name' => 'Ola Hansen', 'email' => 'ola.late@post.example']);
        $this->db()->execute(
            "UPDATE posting SET until = '2020-01-01' WHERE requisition_id = (SELECT id FROM requisition
             WHERE number = 2209)",
        );
        self::assertSame(['opening_closed'], $this->refused(fn () => $this->get(Apply::class)($key, 'en', '1')));
    }

    public function testSomeoneWhoAskedNotToBeContactedIsNotKept(): void
    {
        $barred = $this->int(
            'SELECT min(c.id) FROM candidate c WHERE contact_barred_until > now() AND NOT EXISTS (SELECT 1
             FROM application p WHERE p.candidate_id = c.id)',
        );
        self::assertSame(
            ['do_not_contact'],
            $this->refused(
                fn () => $this->get(KeepCandidate::class)(
                    $this->int('SELECT id FROM requisition WHERE number = 2201'),
                    (string) $barred,
                    $this->as('Solveig Aune')->id,
                ),
            ),
        );
    }

    public function testNobodySitsInTwoInterviewsAtOnce(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [
            $first, $second,
        ] = array_map(
            static fn ($r): int => $r->int('id'),
            $this->db()->rows(
                "SELECT id FROM application WHERE state = 'active' AND stage = 'first_call' ORDER BY id LIMIT 2",
            ),
        );
        $at = new \DateTimeImmutable('next tuesday 04:00 UTC');
        $ines = $this->account('Ines Teixeira')->id;
        $arrange = $this->get(Arrange::class);
        $arrange($first, 'One', 50, '', [$ines], [$at], $solveig);
        self::assertSame(
            ['when time_taken'],
            $this->refused(
                static fn () => $arrange($second, 'Two', 50, '', [$ines], [$at->modify('+30 minutes')], $solveig),
            ),
        );
        self::assertSame(
            0,
            $this->int("SELECT count(*) FROM interview WHERE title = 'Two'"),
            'and nothing of it is left',
        );
        $arrange($second, 'Two', 50, '', [$ines], [$at->modify('+50 minutes')], $solveig);
        $this->get(\Jorvent\Interviews\Cancel::class)($this->int("SELECT id FROM interview WHERE title = 'One'"));
        self::assertSame(
            0,
            $this->int(
                "SELECT count(*) FROM interview_seat s JOIN interview i ON i.id = s.interview_id
                 WHERE i.title = 'One' AND s.during IS NOT NULL",
            ),
            'a cancelled hour is free again',
        );
        self::assertSame(
            ['when time_has_passed'],
            $this->refused(
                static fn () => $arrange(
                    $second,
                    'Three',
                    50,
                    '',
                    [$ines],
                    [new \DateTimeImmutable('2020-01-01')],
                    $solveig,
                ),
            ),
        );
    }

    public function testAnOfferIsSentOnlyWhenAgreedAndSignedOnlyAsRead(): void
    {
        $solveig = $this->as('Solveig Aune')->id;
        [, $id] = $this->active('decision');
        $desk = $this->get(OfferDesk::class);
        $terms = fn (int $base): OfferTerms => new OfferTerms(
            Money::major($base, 'NOK'),
            $this->clock()->now()->setTime(0, 0)->modify('+60 days'),
            $this->clock()->now()->setTime(0, 0)->modify('+20 days'),
        );
        $offer = $desk->compose($id, $terms(700_000), $solveig);
        $desk->ask($offer);
        self::assertSame(['offer_not_agreed'], $this->refused(static fn () => $desk->send($offer)));
        $desk->decide($offer, $this->account('Hanne Solvik')->id, Decision::Agreed, '');
        $desk->compose($id, $terms(710_000), $solveig);
        self::assertSame(
            ['offer_not_agreed'],
            $this->refused(static fn () => $desk->send($offer)),
            'a changed offer must be agreed anew',
        );
        $desk->compose($id, $terms(690_000), $solveig);
        $desk->ask($offer);
        $desk->send($offer);
        $hash = (string) $this->db()->row(
            'SELECT letter_sha256 FROM offer WHERE id = :id',
            ['id' => $offer],
        )?->str('letter_sha256');
        $answer = $this->get(AnswerOffer::class);
        $name = (string) $this->db()->row(
            'SELECT c.name FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id = :id',
            ['id' => $id],
        )?->str('name');
        self::assertSame(
            ['letter_changed'],
            $this->refused(static fn () => $answer->sign($offer, $name, str_repeat('0', 64), '000000', '127.0.0.1')),
        );
        self::assertSame(
            ['name name_missing'],
            $this->refused(static fn () => $answer->sign($offer, ' ', $hash, '000000', null)),
        );
        self::assertSame(
            ['code code_over'],
            $this->refused(static fn () => $answer->sign($offer, $name, $hash, '000000', null)),
            'not without a code',
        );
        $code = $this->signingCode($offer);
        self::assertSame(
            ['code code_wrong'],
            $this->refused(
                static fn () => $answer->sign($offer, $name, $hash, '000000' === $code ? '000001' : '000000', null),
            ),
        );
        self::assertSame(
            ['name name_other'],
            $this->refused(static fn () => $answer->sign($offer, 'Somebody Else', $hash, $code, null)),
        );
        $answer->sign($offer, mb_strtoupper($name), $hash, $code, '127.0.0.1');
        self::assertSame(
            ['offer_not_open'],
            array_values(
                array_intersect(
                    ['offer_not_open'],
                    $this->refused(static fn () => $answer->sign($offer, $name, $hash, $code, null)),
                ),
            ),
        );
        self::assertContains('offer_not_open', $this->refused(static fn () => $answer->decline($offer, 'Too late')));
        self::assertSame(1, $this->int("SELECT count(*) FROM delivery WHERE kind = 'records' AND state = 'waiting'"));
        self::assertSame(
            ['positions_open'],
            $this->refused(
                fn () => $this->get(Lifecycle::class)->fill(
                    $this->int('SELECT id FROM requisition WHERE number = 2201'),
                    null,
                    $solveig,
                ),
            ),
            'two positions, one signed',
        );

        // filled in part: the other position is given up, whoever waits is closed out
        $this->db()->execute("UPDATE application SET knock_out = 'confirmed' WHERE knock_out = 'failed'");
        $this->entities()->clear();
        $requisition = $this->int('SELECT id FROM requisition WHERE number = 2201');
        self::assertSame(
            ['offer_open'],
            $this->refused(fn () => $this->get(Lifecycle::class)->fill($requisition, null, $solveig, true)),
            'someone else holds an offer',
        );
        foreach ($this->db()->rows(
            "SELECT o.id FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r
             AND o.state IN ('draft', 'asked', 'agreed', 'sent')",
            ['r' => $requisition],
        ) as $open) {
            $desk->withdraw($open->int('id'));
        }
        $this->get(Lifecycle::class)->fill($requisition, null, $solveig, true);
        self::assertSame(
            ['filled', 1, 0],
            [
                $this->state($requisition),
                $this->int('SELECT positions FROM requisition WHERE id = :r', ['r' => $requisition]),
                $this->int(
                    "SELECT count(*) FROM application WHERE requisition_id = :r AND state = 'active'",
                    ['r' => $requisition],
                ),
            ],
        );
        self::assertSame(
            '1',
            $this->db()->row(
                "SELECT content ->> 'positions' AS n FROM brief_version WHERE requisition_id = :r
                 ORDER BY version DESC LIMIT 1",
                ['r' => $requisition],
            )?->str('n'),
            'the history of the brief has it',
        );
        $none = $this->int(
            "SELECT id FROM requisition r WHERE state = 'approved' AND NOT EXISTS (SELECT 1 FROM hire h
             JOIN application p ON p.id = h.application_id WHERE p.requisition_id = r.id) ORDER BY id LIMIT 1",
        );
        self::assertSame(
            ['positions_open'],
            $this->refused(fn () => $this->get(Lifecycle::class)->fill($none, null, $solveig, true)),
            'nobody signed is not in part',
        );
    }

    public function testAnOfferExpires(): void
    {
        $row = $this->db()->row(
            "SELECT o.id, o.letter_sha256, c.name FROM offer o JOIN application p ON p.id = o.application_id
             JOIN candidate c ON c.id = p.candidate_id WHERE o.state = 'sent'",
        );
        self::assertNotNull($row);
        $this->clock()->moveTo($this->clock()->now()->modify('+30 days'));
        self::assertSame(
            ['offer_expired'],
            $this->refused(
                fn () => $this->get(AnswerOffer::class)->sign(
                    $row->int('id'),
                    $row->str('name'),
                    $row->str('letter_sha256'),
                    '000000',
                    null,
                ),
            ),
        );
    }

    public function testGuestLinksOpenOneThingAndNoLonger(): void
    {
        $links = $this->get(GuestLinks::class);
        $secret = basename($links->issue(LinkPurpose::Status, 5, 3));
        self::assertSame(5, $links->open(LinkPurpose::Status, $secret)?->subject);
        self::assertNull($links->open(LinkPurpose::Offer, $secret), 'not for another purpose');
        self::assertNull($links->open(LinkPurpose::Status, $secret.'x'));
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM guest_link WHERE secret_sha256 = :s', ['s' => $secret]),
            'the secret itself is not stored',
        );
        $this->clock()->moveTo($this->clock()->now()->modify('+4 days'));
        self::assertNull($links->open(LinkPurpose::Status, $secret), 'expired');
        $other = basename($links->issue(LinkPurpose::Book, 7, 3));
        self::assertSame(1, $links->revoke(LinkPurpose::Book, 7));
        $this->client->request('GET', '/l/book/'.$other);
        self::assertSame(410, $this->client->getResponse()->getStatusCode());
        self::assertStringContainsString(
            'does not open anything any more',
            (string) $this->client->getResponse()->getContent(),
        );
    }

    public function testWhoLeavesHandsEverythingOverInOneStep(): void
    {
        $letGo = $this->get(LetGo::class);
        $runa = $this->as('Runa Eikeland');
        [$mo, $torstein] = [$this->account('Mo Bakkerud')->id, $this->account('Torstein Hauge')->id];
        self::assertGreaterThan(0, array_sum($letGo->holds($mo)));
        self::assertSame(['to successor_missing'], $this->refused(static fn () => $letGo($mo, null, $runa)));
        self::assertSame(['not_yourself'], $this->refused(static fn () => $letGo($runa->id, $mo, $runa)));
        $this->db()->execute(
            'DELETE FROM interview_seat WHERE account_id = :t AND during && (SELECT range_merge(range_agg(during))
             FROM interview_seat WHERE account_id = :m)',
            ['t' => $torstein, 'm' => $mo],
        );
        $letGo($mo, $torstein, $runa);
        self::assertSame(0, array_sum($letGo->holds($mo)));
        self::assertSame(0, $this->int('SELECT count(*) FROM account WHERE id = :id AND active', ['id' => $mo]));
        $grant = $this->int("SELECT id FROM account_grant WHERE role = 'admin'");
        self::assertSame(['last_admin'], $this->refused(fn () => $this->get(Staff::class)->revoke($grant, $runa)));
    }

    public function testExchangeRatesAreReadWholeOrNotAtAllAndShowTheirDay(): void
    {
        $rates = $this->get(ExchangeRates::class);
        $before = $this->int('SELECT count(*) FROM exchange_rate');
        self::assertSame(
            ['file columns_missing'],
            $this->refused(static fn () => $rates->import(self::file("a,b\n1,2"))),
        );
        $wrong = "Currency,Day,per_euro\nNOK,2030-01-01,11\nNOK,2030-02-30,11\nKRONE,2030-01-01,11\nGBP,2030-01-01,none";
        try {
            $rates->import(self::file($wrong));
            self::fail('Cells that can not be read are refused.');
        } catch (Refused $refused) {
            $found = array_map(
                static fn (Refusal $r): string => implode(' ', [$r->field, $r->code, ...$r->data]),
                $refused->refusals,
            );
            $cells = ['3 day 2030-02-30', '4 currency KRONE', '5 per_euro none'];
            self::assertSame(array_map(static fn (string $c): string => 'file cell_wrong '.$c, $cells), $found);
        }
        self::assertSame($before, $this->int('SELECT count(*) FROM exchange_rate'));
        self::assertSame(
            2,
            $rates->import(self::file("currency,day,per_euro\r\nNOK,2030-01-01,10.00\r\nEUR,2030-01-01,1\r\n")),
        );
        $converted = $rates->convert(Money::major(698_000, 'NOK'), 'EUR');
        self::assertNotNull($converted);
        self::assertSame([69_800, '2030-01-01'], [$converted[0]->units(), $converted[1]->format('Y-m-d')]);
        self::assertNull($rates->convert(Money::major(1, 'NOK'), 'XXX'));
    }

    private static function file(string $text): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'rates');
        file_put_contents($path, $text);

        return $path;
    }

    public function testTheActivityLogCanOnlyGrowAlsoForTheOwner(): void
    {
        $this->asOwner();
        foreach ([
            "UPDATE activity SET act = 'x'", 'DELETE FROM activity', 'TRUNCATE activity, activity_chain',
        ] as $sql) {
            $this->db()->execute('SAVEPOINT here');
            try {
                $this->db()->execute($sql);
                self::fail($sql.' went through.');
            } catch (\Doctrine\DBAL\Exception $e) {
                self::assertStringContainsString('append-only', $e->getMessage());
                $this->db()->execute('ROLLBACK TO SAVEPOINT here');
            }
        }
    }

    public function testWhoeverHasThePrintedAddressOfAnEmptyHouseBecomesItsAdminOnce(): void
    {
        $this->emptyTheHouse();
        $this->client->request('GET', '/sign-in');
        self::assertResponseRedirects('/first-admin');
        $this->client->request('GET', '/first-admin');
        self::assertResponseIsSuccessful();
        self::assertSelectorNotExists('form', 'who has not got the address does not become the admin');
        $this->client->request('GET', '/first-admin/guessed');
        self::assertResponseStatusCodeSame(410);
        $former = $this->firstLink();
        $link = $this->firstLink();
        $letIn = $this->get(LetInFirstAdmin::class);
        $first = static fn (GuestLink $by, string $company, string $name, string $email, string $zone = 'Europe/Oslo') => $letIn(
            $by, new FirstAdmin($company, $email, $name, $email, $zone), 'long enough for it',
        );
        $refused = $this->refused(static fn () => $first($former, 'Old', 'Old', 'old@newline.example'));
        self::assertSame(['link_used'], array_map(trim(...), $refused), 'a new one ends those before');
        $refused = $this->refused(static fn () => $first($link, '', '', 'nobody', 'Mars/Base'));
        self::assertSame(
            ['company missing', 'sender email_wrong', 'name missing', 'email email_wrong', 'zone zone_unknown'],
            $refused,
        );
        $first($link, 'New Line', 'Runa Eikeland', 'runa@newline.example');
        self::assertSame(
            ['link_used'],
            $this->refused(static fn () => $first($link, 'Other', 'Other', 'other@newline.example')),
        );
        self::assertSame(1, $this->int("SELECT count(*) FROM account_grant WHERE role = 'admin'"));
        self::assertSame(
            1,
            $this->int(
                "SELECT count(*) FROM reach_list l JOIN org_unit u ON u.id = l.unit_id WHERE u.name = 'New Line'
                 AND u.in_force",
            ),
            'and reaches the company at once',
        );
    }

    private function state(int $requisition): ?string
    {
        return $this->db()->row('SELECT state FROM requisition WHERE id = :id', ['id' => $requisition])?->str('state');
    }

    /** @return array{int, int} requisition and an application of it at that stage */
    private function active(string $stage): array
    {
        $row = $this->db()->row(
            "SELECT p.requisition_id, p.id FROM application p JOIN requisition r ON r.id = p.requisition_id
             WHERE r.number = 2201 AND p.state = 'active' AND p.stage = :s AND p.knock_out = 'none' ORDER BY p.id
             LIMIT 1",
            ['s' => $stage],
        );
        self::assertNotNull($row);

        return [$row->int('requisition_id'), $row->int('id')];
    }

    /** @return array{int, int} requisition and an application of it that a knock-out stopped */
    private function stopped(): array
    {
        $row = $this->db()->row(
            "SELECT p.requisition_id, p.id FROM application p WHERE p.state = 'active' AND p.stage = 'new'
             AND p.knock_out = 'none' AND EXISTS (SELECT 1 FROM application o
             WHERE o.requisition_id = p.requisition_id AND o.id <> p.id AND o.stage = 'new' AND o.state = 'active'
             AND o.knock_out = 'none') ORDER BY p.id LIMIT 1",
        );
        self::assertNotNull($row);
        $this->db()->execute("UPDATE application SET knock_out = 'failed' WHERE id = :id", ['id' => $row->int('id')]);

        return [$row->int('requisition_id'), $row->int('id')];
    }
}
