<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Post;
use Jorvent\Pipeline\CallBack;
use Jorvent\Reference\ImportHolidays;
use Jorvent\Requisitions\AfterApproval;
use Jorvent\Requisitions\AllHanging;
use Jorvent\Requisitions\ApprovalQuestions;
use Jorvent\Requisitions\ApprovalReminders;
use Jorvent\Requisitions\ApprovalRules;
use Jorvent\Requisitions\Approvals;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\FieldRules;
use Jorvent\Requisitions\Lifecycle;
use Jorvent\Requisitions\Met;
use Jorvent\Requisitions\OpenRequisitions;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(Approvals::class)]
#[CoversClass(ApprovalRules::class)]
#[CoversClass(ApprovalReminders::class)]
#[CoversClass(ApprovalQuestions::class)]
#[CoversClass(Delegations::class)]
#[CoversClass(FieldRules::class)]
#[CoversClass(ImportHolidays::class)]
#[CoversClass(Lifecycle::class)]
final class ApprovalTest extends DatabaseTest
{
    public function testADeputyDecidesInTheNameOfTheOtherAndTheRecordSaysSo(): void
    {
        $id = $this->asked();
        [$hanne, $torstein] = [$this->account('Hanne Solvik')->id, $this->as('Torstein Hauge')->id];
        $decide = $this->get(DecideBrief::class);
        self::assertSame(['nothing_to_decide'], $this->refused(static fn () => $decide($id, $torstein, Decision::Agreed, '')), 'not without a delegation');
        $today = $this->clock()->now()->setTime(0, 0);
        $delegations = $this->get(Delegations::class);
        $offers = $delegations->give($hanne, $torstein, DelegationKind::Offers, $today, $today->modify('+5 days'), 'Away', $hanne);
        self::assertSame(['nothing_to_decide'], $this->refused(static fn () => $decide($id, $torstein, Decision::Agreed, '')), 'not for another kind of thing');
        $delegations->end($offers, $hanne, false);
        $later = $delegations->give($hanne, $torstein, DelegationKind::Requisitions, $today->modify('+1 day'), $today->modify('+5 days'), 'Away', $hanne);
        self::assertSame(['nothing_to_decide'], $this->refused(static fn () => $decide($id, $torstein, Decision::Agreed, '')), 'not before its first day');
        $delegations->end($later, $torstein, false);
        self::assertSame(['nothing_to_decide'], $this->refused(static fn () => $delegations->end($later, $torstein, false)));
        $delegations->give($hanne, $torstein, DelegationKind::Requisitions, $today, $today->modify('+5 days'), 'Away', $hanne);
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('[data-walk]', 'for Hanne Solvik');
        $this->client->request('GET', '/r/'.$this->number($id).'/brief');
        self::assertSelectorTextContains('.decide', 'Your decision for Hanne Solvik');
        $decide($id, $torstein, Decision::Agreed, '');
        self::assertSame('approved', $this->state($id));
        $row = $this->db()->row("SELECT approver_id, decided_by FROM approval WHERE requisition_id = :r AND state = 'agreed'", ['r' => $id]);
        self::assertSame([$hanne, $torstein], [$row?->int('approver_id'), $row?->int('decided_by')]);
        self::assertSame($hanne, $this->int("SELECT on_behalf_of_id FROM activity WHERE act = 'brief.agreed' AND requisition_id = :r", ['r' => $id]));
        foreach ([['to deputy_is_oneself', $hanne, $today, $today], ['to_day ends_before_it_begins', $torstein, $today->modify('+2 days'), $today->modify('+1 day')], ['to_day delegation_too_long', $torstein, $today, $today->modify('+181 days')]] as [$code, $to, $from, $until]) {
            self::assertSame([$code], $this->refused(static fn () => $delegations->give($hanne, $to, DelegationKind::All, $from, $until, '', $hanne)));
        }
    }

    public function testNobodyAgreesToTheirOwnRequestAndWhoHasLeftIsNotAsked(): void
    {
        $hanne = $this->account('Hanne Solvik')->id;
        $id = $this->asked($hanne);
        $asked = fn (): ?int => $this->db()->row("SELECT approver_id FROM approval WHERE requisition_id = :r AND state = 'waiting' ORDER BY rank LIMIT 1", ['r' => $id])?->int('approver_id');
        self::assertSame($this->account('Isla Farquhar')->id, $asked(), 'the head asks for it, so the one above agrees');
        // nobody else holds that post: whoever stands above, then an admin of the unit, then nobody
        $this->db()->execute("DELETE FROM post_holder WHERE account_id <> :h AND post = 'department_head'", ['h' => $hanne]);
        $brief = $this->brief($id);
        $chain = $this->get(AskApproval::class)->chain($brief, 1);
        $next = function () use ($id, $brief, $chain): ?string {
            $as = $this->get(Approvals::class)->chosen($id, null, $brief->place->unit, $chain)[0];

            return null === $as['id'] ? null : $as['as']?->value.' '.$this->db()->row('SELECT name FROM account WHERE id = :id', ['id' => $as['id']])?->str('name');
        };
        self::assertSame('above Isla Farquhar', $next());
        $this->db()->execute('DELETE FROM post_holder WHERE account_id <> :h', ['h' => $hanne]);
        self::assertSame('admin Runa Eikeland', $next());
        $this->db()->execute("DELETE FROM account_grant WHERE role = 'admin'");
        self::assertNull($next());
        $asking = fn () => $this->db()->transaction(
            fn () => $this->get(Approvals::class)->ask($id, null, $brief->place->unit, $chain),
        );
        self::assertSame(['nobody_can_decide'], $this->refused($asking), 'asking is refused with the reason');
    }

    public function testWhoAsksDecidesNothingOfItNotEvenInAnothersPlace(): void
    {
        $torstein = $this->as('Torstein Hauge')->id;
        $id = $this->asked($torstein);
        $hanne = $this->account('Hanne Solvik')->id;
        $today = $this->clock()->now()->setTime(0, 0);
        $this->get(Delegations::class)->give($hanne, $torstein, DelegationKind::All, $today, $today->modify('+5 days'), 'Away', $hanne);
        self::assertSame(['nothing_to_decide'], $this->refused(fn () => $this->get(DecideBrief::class)($id, $torstein, Decision::Agreed, '')));
        $this->client->request('GET', '/r/'.$this->number($id).'/brief');
        self::assertSelectorNotExists('.decide', 'and the page offers no decision');
    }

    public function testWhatComesToSomeoneWhoCanNotDecideIsPassedOn(): void
    {
        $id = $this->asked();
        $hanne = $this->account('Hanne Solvik')->id;
        $this->db()->execute('UPDATE requisition SET requester_id = :h WHERE id = :id', ['h' => $hanne, 'id' => $id]);
        $this->get(ApprovalReminders::class)->run();
        self::assertSame($this->account('Isla Farquhar')->id, $this->int("SELECT approver_id FROM approval WHERE requisition_id = :r AND state = 'waiting'", ['r' => $id]));
        self::assertSame(1, $this->int("SELECT count(*) FROM activity WHERE act = 'approval.passed_on' AND requisition_id = :r", ['r' => $id]));
    }

    public function testRulesOfAnAdminDecideWhoIsAskedInRanksAndGroups(): void
    {
        $rules = $this->get(ApprovalRules::class);
        $this->as('Runa Eikeland');
        [$runa, $isla, $piotr] = [$this->account('Runa Eikeland')->id, $this->account('Isla Farquhar')->id, $this->account('Piotr Zaremba')->id];
        foreach ([['people', $runa], ['board', $piotr]] as [$post, $who]) {
            $this->db()->execute('INSERT INTO post_holder (unit_id, post, account_id) VALUES (1, :p, :a)', ['p' => $post, 'a' => $who]);
        }
        self::assertSame(['name missing', 'rank rank_out_of_range', 'posts missing', 'conditions clause_unreadable'], $this->refused(static fn () => $rules->save(new ApprovalRule(0, '', 12, [new ApprovalCondition('positions', 'is', 3)], true, [], false))));
        $rules->save(new ApprovalRule(0, 'Several at once', 1, [new ApprovalCondition('positions', 'at_least', 1)], true, [Post::Finance, Post::People], true));
        $rules->save(new ApprovalRule(0, 'The board', 3, [new ApprovalCondition('employment', 'is', 'permanent')], true, [Post::Board], false));
        $id = $this->asked();
        $rows = $this->db()->rows("SELECT rank, approver_id, any_of FROM approval WHERE requisition_id = :r AND state = 'waiting' ORDER BY rank, id", ['r' => $id]);
        self::assertSame([[1, $this->account('Hanne Solvik')->id], [1, $isla], [1, $runa], [3, $piotr]], array_map(static fn ($r): array => [$r->int('rank'), $r->int('approver_id')], $rows));
        $decide = $this->get(DecideBrief::class);
        self::assertSame(['nothing_to_decide'], $this->refused(static fn () => $decide($id, $piotr, Decision::Agreed, '')), 'the board comes later');
        $decide($id, $runa, Decision::Agreed, '');
        self::assertSame('dropped', $this->db()->row('SELECT state FROM approval WHERE requisition_id = :r AND approver_id = :a', ['r' => $id, 'a' => $isla])?->str('state'), 'one of the two was enough');
        $decide($id, $this->account('Hanne Solvik')->id, Decision::Agreed, '');
        self::assertSame('asked', $this->state($id));
        $decide($id, $piotr, Decision::Agreed, '');
        self::assertSame('approved', $this->state($id));

        // tried on the past before it counts
        $this->send('/approval-rules', '/approval-rules/try', ['name' => 'All to the board', 'rank' => '4', 'posts' => ['division']], 200);
        self::assertSelectorTextContains('section[aria-label=Rule]', 'Head of division');
    }

    public function testSilenceIsRemindedThenTakenUpByWorkingDaysOfThePlace(): void
    {
        $this->clock()->moveTo(new \DateTimeImmutable('2027-05-12T08:00:00Z'));
        $id = $this->asked();
        $run = fn () => $this->get(ApprovalReminders::class)->run();
        $mails = fn (string $like): int => $this->int("SELECT count(*) FROM delivery WHERE key LIKE :k AND requisition_id = :r AND key LIKE 'approval%'", ['k' => $like, 'r' => $id]);
        $run();
        self::assertSame([1, 0], [$mails('approval-%'), $mails('approval-reminder-%')]);
        // Thursday is not counted, nor the weekend, nor Monday 17 May: Friday and Tuesday make two
        $this->get(ImportHolidays::class)('NO', self::CALENDAR);
        $this->clock()->moveTo(new \DateTimeImmutable('2027-05-18T07:59:00Z'));
        $run();
        self::assertSame(0, $mails('approval-reminder-%'));
        $this->clock()->moveTo(new \DateTimeImmutable('2027-05-18T08:01:00Z')); // asking took its moment too
        $run();
        $run();
        self::assertSame(1, $mails('approval-reminder-%'), 'once, however often the worker looks');
        $this->clock()->moveTo(new \DateTimeImmutable('2027-05-20T08:01:00Z'));
        $run();
        $rows = $this->db()->rows("SELECT p.name, a.reason FROM approval a JOIN account p ON p.id = a.approver_id WHERE a.requisition_id = :r AND a.state = 'waiting' ORDER BY a.id", ['r' => $id]);
        self::assertSame([['Hanne Solvik', 'positions_are_theirs'], ['Isla Farquhar', 'escalated']], array_map(static fn ($r): array => [$r->str('name'), $r->str('reason')], $rows));
        $run();
        self::assertSame(2, $this->int("SELECT count(*) FROM approval WHERE requisition_id = :r AND state = 'waiting'", ['r' => $id]), 'asked above only once');
        $this->get(DecideBrief::class)($id, $this->account('Isla Farquhar')->id, Decision::Agreed, '');
        self::assertSame('approved', $this->state($id), 'one of the two was enough');
    }

    public function testAQuestionDoesNotDecideAndSendingBackMarksFields(): void
    {
        $id = $this->asked();
        $number = $this->number($id);
        $hanne = $this->as('Hanne Solvik')->id;
        $this->send("/r/$number/brief", "/r/$number/brief/decide", ['answer' => 'question', 'note' => 'Is the second one needed now?']);
        self::assertSame('asked', $this->state($id));
        $this->as('Mo Bakkerud');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('[data-walk]', 'Hanne Solvik asks before deciding');
        $question = $this->int('SELECT max(id) FROM approval_question');
        $this->send("/r/$number/brief", "/r/$number/brief/answer", ['approval_question' => $question, 'answer' => 'Yes, from March.']);
        self::assertSame(['nothing_to_decide'], $this->refused(fn () => $this->get(ApprovalQuestions::class)->answer($id, $question, $hanne, 'again')));
        $this->as('Hanne Solvik');
        $this->client->request('GET', "/r/$number/brief");
        self::assertSelectorTextContains('main', 'Yes, from March.');
        $marked = ['answer' => 'sent_back', 'note' => 'Too wide', 'field' => ['payTo', 'musts', 'nonsense']];
        $this->send("/r/$number/brief", "/r/$number/brief/decide", $marked, 422);
        self::assertSelectorTextContains('.decide textarea', 'Too wide', 'what was typed stays');
        $this->send("/r/$number/brief", "/r/$number/brief/decide", ['field' => ['payTo', 'musts']] + $marked);
        self::assertSame('["musts", "payTo"]', $this->db()->row("SELECT fields FROM approval WHERE requisition_id = :r AND state = 'sent_back'", ['r' => $id])?->str('fields'));
        $this->as('Mo Bakkerud');
        $this->client->request('GET', "/r/$number/brief");
        self::assertSelectorTextContains('.approve', 'Too wide');
        self::assertSelectorExists('.approve a[href="#musts"]');
    }

    public function testAfterApprovalSomeFieldsChangeFreelyAndSomeAskAgain(): void
    {
        $id = $this->asked();
        $solveig = $this->as('Solveig Aune')->id;
        $this->get(DecideBrief::class)($id, $this->account('Hanne Solvik')->id, Decision::Agreed, '');
        $save = $this->get(SaveBrief::class);
        $brief = $this->brief($id);
        $version = $this->int('SELECT version FROM requisition WHERE id = :id', ['id' => $id]);
        self::assertFalse($save($id, $brief->with(['title' => 'A better title']), $version, $solveig)->asksApproval);
        $saved = $save($id, $this->brief($id)->with(['description' => '<p>Anew.</p>', 'positions' => 3]), $version + 1, $solveig);
        self::assertTrue($saved->asksApproval);
        self::assertSame([1, '<p>Anew.</p>', 'approved'], [$this->brief($id)->job->positions, $this->brief($id)->job->description, $this->state($id)], 'what is free is kept, what asks waits, the opening stays');
        self::assertSame(['amendment_open'], $this->refused(fn () => $save($id, $this->brief($id)->with(['positions' => 4]), $saved->version, $solveig)));
        $this->get(DecideBrief::class)($id, $this->account('Hanne Solvik')->id, Decision::Agreed, '');
        self::assertSame([3, 'approved'], [$this->brief($id)->job->positions, $this->state($id)]);
        self::assertSame(['requester field_closed'], $this->refused(fn () => $save($id, $this->brief($id)->with(['requester' => $this->account('Hanne Solvik')->id]), $this->int('SELECT version FROM requisition WHERE id = :id', ['id' => $id]), $solveig)));
        // an admin may set another rule
        $this->get(FieldRules::class)->set(['positions' => AfterApproval::Free, 'nonsense' => AfterApproval::Free]);
        self::assertFalse($save($id, $this->brief($id)->with(['positions' => 4]), $this->int('SELECT version FROM requisition WHERE id = :id', ['id' => $id]), $solveig)->asksApproval);
        self::assertSame(AfterApproval::Free, $this->get(FieldRules::class)->all()['title']);
    }

    public function testHoldResumeAndCancelDoWhatTheySay(): void
    {
        $life = $this->get(Lifecycle::class);
        $solveig = $this->as('Solveig Aune')->id;
        $id = $this->int('SELECT id FROM requisition WHERE number = 2203');
        $met = $this->met($id);
        self::assertGreaterThan(0, $met->adverts);
        self::assertGreaterThan(5, $met->candidates);
        self::assertSame(['reason reason_missing'], $this->refused(static fn () => $life->hold($id, ' ')));
        $life->hold($id, 'The berth is rebuilt first');
        self::assertSame(['on_hold', 0, $met->candidates], [$this->state($id), $this->met($id)->adverts, $this->met($id)->candidates]);
        self::assertSame(['not_open'], $this->refused(static fn () => $life->hold($id, 'again')));
        $publish = fn () => $this->get(\Jorvent\Adverts\PublishAdvert::class)($id, ['careers'], new \Jorvent\Adverts\PostingTerms());
        self::assertSame(['not_approved'], $this->refused($publish), 'nothing leaves the house meanwhile');
        $life->resume($id);
        self::assertSame('approved', $this->state($id));
        $this->db()->execute("UPDATE application SET knock_out = 'none' WHERE requisition_id = :r", ['r' => $id]);
        $before = $this->int("SELECT count(*) FROM delivery WHERE requisition_id = :r AND key LIKE 'close_out-%'", ['r' => $id]);
        $life->cancel($id, 'No money', new Template('Not filled', 'Dear you'), $solveig);
        self::assertSame([0, 0, 0], [$this->met($id)->adverts, $this->met($id)->candidates, $this->met($id)->offers]);
        self::assertSame(1, $this->int("SELECT count(*) FROM requisition WHERE id = :r AND state = 'cancelled'", ['r' => $id]));
        self::assertSame($met->candidates, $this->int("SELECT count(*) FROM application WHERE requisition_id = :r AND closed_reason = 'cancelled'", ['r' => $id]));
        self::assertSame($before + $met->candidates, $this->int("SELECT count(*) FROM delivery WHERE requisition_id = :r AND key LIKE 'close_out-%'", ['r' => $id]));
        self::assertSame(0, $this->int("SELECT count(*) FROM interview i JOIN application p ON p.id = i.application_id WHERE p.requisition_id = :r AND (i.state = 'offered' OR i.state = 'booked' AND lower(i.during) > :now)", ['r' => $id, 'now' => $this->clock()->now()]), 'nobody has an interview ahead');
        self::assertSame(['ended_already'], $this->refused(static fn () => $life->cancel($id, 'again', null, $solveig)));
    }

    public function testAPositionThatCameFreeIsOpenAgain(): void
    {
        $life = $this->get(Lifecycle::class);
        $this->as('Solveig Aune');
        $id = $this->int('SELECT id FROM requisition WHERE number = 2207');
        $hire = $this->int('SELECT h.id FROM hire h JOIN application p ON p.id = h.application_id WHERE p.requisition_id = :r', ['r' => $id]);
        self::assertSame(['reason reason_missing'], $this->refused(static fn () => $life->reopen($id, $hire, '')));
        self::assertSame(['missing'], $this->refused(static fn () => $life->reopen($id, $hire + 1000, 'gone')));
        $life->reopen($id, $hire, 'Took another post');
        self::assertSame(['approved', 0], [$this->state($id), $this->met($id)->signed]);
        self::assertSame(['missing'], $this->refused(static fn () => $life->reopen($id, $hire, 'twice')));
        $this->client->request('GET', '/r/2207/state');
        self::assertSelectorTextContains('main', 'Took another post');
        $closed = array_map(static fn ($r): int => $r->int('id'), $this->db()->rows("SELECT id FROM application WHERE requisition_id = :r AND state = 'closed' ORDER BY id LIMIT 2", ['r' => $id]));
        self::assertCount(2, $closed);
        $before = $this->db()->row('SELECT stage FROM application WHERE id = :id', ['id' => $closed[0]])?->str('stage');
        $callBack = $this->get(CallBack::class);
        self::assertSame(['nobody_marked'], $this->refused(static fn () => $callBack($id, [], true)));
        $this->send('/r/2207/pipeline?show=ended', '/r/2207/pipeline/call-back', ['application' => $closed, 'tell' => '1']);
        self::assertSame([2, $before, 2], [$this->int("SELECT count(*) FROM application WHERE id IN (:ids) AND state = 'active' AND closed_reason IS NULL", ['ids' => $closed]), $this->db()->row('SELECT stage FROM application WHERE id = :id', ['id' => $closed[0]])?->str('stage'), $this->int("SELECT count(*) FROM delivery WHERE kind = 'mail' AND starts_with(key, 'called_back-')")]);
        self::assertSame(0, $callBack($id, $closed, true), 'who is on the way already is left alone');
        self::assertSame(2, $this->int('SELECT count(*) FROM stage_visit WHERE application_id IN (:ids) AND left_at IS NULL', ['ids' => $closed]));
        self::assertSame(['positions positions_not_fewer'], $this->refused(static fn () => $life->removePositions($id, 1, 1)));
        self::assertSame(['someone_signed'], $this->refused(function () use ($life): void {
            $this->db()->execute("UPDATE requisition SET state = 'approved' WHERE number = 2207");
            $this->db()->execute('UPDATE hire SET fell_through_at = NULL');
            $this->entities()->clear();
            $life->cancel($this->int('SELECT id FROM requisition WHERE number = 2207'), 'x', null, 1);
        }));
    }

    public function testHolidaysComeFromCalendarFiles(): void
    {
        $holidays = $this->get(ImportHolidays::class);
        self::assertSame(3, $holidays('NO', str_replace("DTSTART;VALUE=DATE:20250501\r\nRRULE:FREQ=YEARLY", 'DTSTART;VALUE=DATE:20270501', self::CALENDAR)));
        self::assertGreaterThanOrEqual(6, $holidays('PL', self::CALENDAR), 'a yearly one is expanded');
        self::assertSame(['file calendar_unreadable'], $this->refused(static fn () => $holidays('NO', 'not a calendar')));
        self::assertSame(['file calendar_without_days'], $this->refused(static fn () => $holidays('NO', "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n")));
        self::assertSame(['country missing'], $this->refused(static fn () => $holidays('Norway', self::CALENDAR)));
    }

    private const CALENDAR = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Skerry Line//Days//EN\r\nBEGIN:VEVENT\r\nUID:1@skerryline.example\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:20270513\r\nSUMMARY:A Thursday off\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:2@skerryline.example\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:20270517\r\nDTEND;VALUE=DATE:20270518\r\nSUMMARY:Constitution day\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:3@skerryline.example\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:20250501\r\nRRULE:FREQ=YEARLY\r\nSUMMARY:Labour day\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:4@skerryline.example\r\nDTSTAMP:20260101T000000Z\r\nDTSTART:20270520T100000Z\r\nDTEND:20270520T110000Z\r\nSUMMARY:Not a whole day\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";

    private function asked(?int $requester = null): int
    {
        $mo = $this->account('Mo Bakkerud')->id;
        $number = $this->get(OpenRequisitions::class)->fromProfile(1, 8, 1, new Team($requester ?? $mo, $mo, $this->account('Solveig Aune')->id));
        $id = $this->int('SELECT id FROM requisition WHERE number = :n', ['n' => $number]);
        $this->get(AskApproval::class)($id);

        return $id;
    }

    private function met(int $id): Met
    {
        $this->entities()->clear();

        return $this->get(AllHanging::class)->met($this->entities()->find(Requisition::class, $id) ?? self::fail());
    }

    private function brief(int $id): Brief
    {
        $this->entities()->clear();

        return $this->entities()->find(Requisition::class, $id)?->brief() ?? self::fail('no such requisition');
    }

    private function number(int $id): int
    {
        return $this->int('SELECT number FROM requisition WHERE id = :id', ['id' => $id]);
    }

    private function state(int $id): ?string
    {
        return $this->db()->row('SELECT state FROM requisition WHERE id = :id', ['id' => $id])?->str('state');
    }
}
