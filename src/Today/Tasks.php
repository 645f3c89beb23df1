<?php

declare(strict_types=1);

namespace Jorvent\Today;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\Read\AdvertRow;
use Jorvent\Core\Workflow\Task;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What waits for one person, read from where it arises: nothing is filed that could be forgotten. */
final readonly class Tasks
{
    private const ANSWER_DAYS = 2;

    public function __construct(private Db $db, private ClockInterface $clock, private Analysis $analysis, private Access $access)
    {
    }

    /** @return list<Task> most urgent first */
    public function of(Account $me): array
    {
        return Task::inOrder([...$this->approvals($me), ...$this->knockOuts($me), ...$this->adverts($me), ...$this->forgotten($me), ...$this->newApplicants($me), ...$this->scorecards($me), ...$this->interviews($me), ...$this->offers($me), ...$this->briefs($me), ...$this->failures($me), ...$this->ofAdmins($me), ...$this->units($me), ...$this->questions($me), ...$this->decisions($me), ...$this->untold($me), ...$this->matches($me)]);
    }

    /** @return list<Task> */
    private function approvals(Account $me): array
    {
        return $this->tasks(
            "SELECT CASE WHEN v.offer_id IS NULL THEN 'approve_brief' ELSE 'approve_offer' END AS kind, coalesce(v.offer_id, v.requisition_id) AS subject, (SELECT application_id FROM offer WHERE id = v.offer_id) AS application, v.asked_at AS since, r.number, r.title, s.city, q.name AS by, CASE WHEN v.approver_id <> :me THEN (SELECT name FROM account WHERE id = v.approver_id) END AS instead_of, v.reason, v.reason_data, r.positions AS blocks
             FROM asked_approver v JOIN requisition_head r ON r.id = v.requisition_id JOIN site_place s ON s.id = r.site_id JOIN account q ON q.id = r.requester_id
             WHERE ".Delegations::decides('v')." AND v.state = 'waiting' AND NOT EXISTS (SELECT 1 FROM asked_approver b WHERE b.requisition_id = v.requisition_id AND b.offer_id IS NOT DISTINCT FROM v.offer_id AND b.state = 'waiting' AND b.rank < v.rank)",
            $me, self::ANSWER_DAYS,
        );
    }

    /** @return list<Task> */
    private function knockOuts(Account $me): array
    {
        return $this->tasks(
            "SELECT 'knock_out' AS kind, p.id AS subject, p.applied_at AS since, p.knock_out_due AS due, r.number, r.title, s.city, c.name AS person
             FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN candidate c ON c.id = p.candidate_id WHERE p.knock_out = 'failed' AND p.state = 'active' AND r.recruiter_id = :me AND r.state = 'approved'", $me, 1);
    }

    /** @return list<Task> */
    private function newApplicants(Account $me): array
    {
        return $this->tasks(
            "SELECT 'read_new' AS kind, r.id AS subject, min(p.entered_at) AS since, r.number, r.title, s.city, count(*) AS count FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE p.stage = 'new' AND p.state = 'active' AND p.knock_out <> 'failed' AND r.recruiter_id = :me AND r.state = 'approved' GROUP BY r.id, r.number, r.title, s.city", $me, self::ANSWER_DAYS);
    }

    /** @return list<Task> */
    private function scorecards(Account $me): array
    {
        return $this->tasks(
            "SELECT 'scorecard' AS kind, i.id AS subject, upper(i.during) AS since, r.number, r.title, s.city, c.name AS person FROM interview i JOIN interview_seat t ON t.interview_id = i.id JOIN application p ON p.id = i.application_id
             JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN candidate c ON c.id = i.candidate_id
             WHERE t.account_id = :me AND i.state = 'booked' AND upper(i.during) < :now AND p.state = 'active' AND NOT EXISTS (SELECT 1 FROM scorecard k WHERE k.interview_id = i.id AND k.account_id = :me AND k.submitted_at IS NOT NULL)", $me, 1);
    }

    /** @return list<Task> */
    private function interviews(Account $me): array
    {
        return $this->tasks(
            "SELECT 'interview' AS kind, i.id AS subject, i.created_at AS since, lower(i.during) AS due, r.number, r.title, s.city, c.name AS person FROM interview i JOIN interview_seat t ON t.interview_id = i.id JOIN application p ON p.id = i.application_id
             JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN candidate c ON c.id = i.candidate_id WHERE t.account_id = :me AND i.state = 'booked' AND lower(i.during) BETWEEN :now AND CAST(:now AS timestamptz) + interval '3 days'", $me, 1);
    }

    /** @return list<Task> who is new in one's saved searches */
    private function matches(Account $me): array
    {
        return $this->tasks(
            "SELECT 'matches' AS kind, x.id AS subject, min(m.at) AS since, r.number, r.title, s.city, x.name AS person, count(*) AS count FROM saved_search x JOIN saved_match m ON m.search_id = x.id JOIN requisition_head r ON r.id = x.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE x.account_id = :me AND r.state = 'approved' GROUP BY x.id, r.id, r.number, r.title, s.city", $me, self::ANSWER_DAYS);
    }

    /** @return list<Task> people brought in from outside whom no mail can tell */
    private function untold(Account $me): array
    {
        return $this->tasks(
            "SELECT DISTINCT ON (c.id) 'tell' AS kind, c.id AS subject, c.created_at AS since, CAST(c.tell_by AS timestamptz) AS due, r.number, r.title, s.city, c.name AS person FROM candidate c JOIN application p ON p.candidate_id = c.id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE c.tell_by <= CAST(:today AS date) + 7 AND c.email IS NULL AND c.erased_at IS NULL AND c.merged_into IS NULL AND r.recruiter_id = :me ORDER BY c.id, p.id", $me, 7);
    }

    /** @return list<Task> */
    private function offers(Account $me): array
    {
        return $this->tasks(
            "SELECT 'offer_'||o.state AS kind, o.id AS subject, coalesce(o.sent_at, o.created_at) AS since, CASE WHEN o.state = 'sent' THEN o.answer_by + interval '23 hours' END AS due, r.number, r.title, s.city, c.name AS person, p.id AS application
             FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN candidate c ON c.id = p.candidate_id
             WHERE r.recruiter_id = :me AND o.state IN ('draft', 'agreed', 'sent') AND p.state = 'active'", $me, self::ANSWER_DAYS);
    }

    /** @return list<Task> */
    private function briefs(Account $me): array
    {
        return $this->tasks(
            "SELECT CASE WHEN r.state = 'sent_back' THEN 'amend_brief' WHEN r.state = 'draft' THEN 'finish_brief' WHEN x.hired >= r.positions THEN 'fill' ELSE 'advertise' END AS kind, r.id AS subject,
                CASE WHEN r.state = 'approved' THEN r.approved_at ELSE r.saved_at END AS since, r.number, r.title, s.city, (SELECT note FROM asked_approver v WHERE v.requisition_id = r.id AND v.state = 'sent_back' ORDER BY v.id DESC LIMIT 1) AS note, r.positions AS blocks
             FROM requisition_head r JOIN site_place s ON s.id = r.site_id CROSS JOIN LATERAL (SELECT count(*) AS hired FROM standing_hire WHERE requisition_id = r.id) x
             WHERE ((r.state IN ('draft', 'sent_back') AND :me IN (r.requester_id)) OR (r.state = 'approved' AND r.recruiter_id = :me AND (x.hired >= r.positions OR NOT EXISTS (SELECT 1 FROM posting_head b WHERE b.requisition_id = r.id))))", $me, 3);
    }

    /** @return list<Task> */
    private function failures(Account $me): array
    {
        return $this->tasks(
            "SELECT 'failed_delivery' AS kind, o.id AS subject, o.created_at AS since, o.created_at AS due, r.number, r.title, s.city, o.kind AS what, o.last_error AS error FROM delivery o JOIN requisition_head r ON r.id = o.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE o.state = 'failed' AND r.recruiter_id = :me", $me, 0);
    }

    /** @return list<Task> what admins of the whole organisation look after: deliveries of no requisition, people who could not be asked */
    private function ofAdmins(Account $me): array
    {
        if (!$this->access->allows($me, Permission::Administer)) {
            return [];
        }

        return [...$this->tasks(
            "SELECT 'failed_deliveries' AS kind, 0 AS subject, min(o.created_at) AS since, min(o.created_at) AS due, NULL AS number, '' AS title, '' AS city, count(*) AS count
             FROM delivery o WHERE o.state = 'failed' AND o.requisition_id IS NULL HAVING count(*) > 0", $me, 0), ...$this->tasks(
                "SELECT 'unasked' AS kind, 0 AS subject, min(c.keep_admin_asked_at) AS since, min(c.keep_admin_asked_at) + interval '30 days' AS due, NULL AS number, '' AS title, '' AS city, count(*) AS count
             FROM candidate c WHERE c.keep_admin_asked_at IS NOT NULL AND c.erased_at IS NULL HAVING count(*) > 0", $me, 30)];
    }

    /** @return list<Task> who asked to be forgotten; within a month by law, here within two weeks */
    private function forgotten(Account $me): array
    {
        return $this->tasks(
            "SELECT 'forget' AS kind, c.id AS subject, q.asked_at AS since, c.name AS person, '' AS title, '' AS city, NULL AS number FROM data_request q JOIN candidate c ON c.id = q.candidate_id WHERE q.kind = 'forget' AND q.done_at IS NULL AND c.erased_at IS NULL AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = :me AND g.role = 'admin')", $me, 14);
    }

    /** @return list<Task> adverts that a board did not take, and those that cost and bring nothing */
    private function adverts(Account $me): array
    {
        $refused = $this->tasks(
            "SELECT 'advert_refused' AS kind, p.id AS subject, coalesce(p.ended_at, p.asked_at) AS since, r.number, r.title, s.city, p.board_name AS person, p.reason AS note
             FROM posting_head p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE p.state = 'refused' AND r.state = 'approved' AND r.recruiter_id = :me AND NOT EXISTS (SELECT 1 FROM posting_head n WHERE n.requisition_id = p.requisition_id AND n.board = p.board AND n.id > p.id)", $me, 1);
        $now = $this->clock->now();

        return [...$refused, ...array_map(static fn (AdvertRow $advert): Task => new Task(
            'advert_wasted', $advert->id, $advert->liveAt, $now->modify('+2 days'), 0,
            [
                'number' => $advert->opening->number, 'title' => $advert->opening->title, 'city' => '',
                'person' => $advert->place->name,
                'count' => $advert->usage->visits,
            ],
        ), $this->analysis->wasted($me->id))];
    }

    /** @return list<Task> what an approver wants to know before deciding, and what came back */
    private function questions(Account $me): array
    {
        return $this->tasks(
            "SELECT 'answer_question' AS kind, q.id AS subject, q.asked_at AS since, r.number, r.title, s.city, a.name AS person, q.question AS note FROM asked_question q JOIN requisition_head r ON r.id = q.requisition_id JOIN site_place s ON s.id = r.site_id JOIN account a ON a.id = q.asked_by
             WHERE q.answered_at IS NULL AND r.state = 'asked' AND :me IN (r.requester_id, r.recruiter_id)", $me, 1);
    }

    /** @return list<Task> */
    private function units(Account $me): array
    {
        return $this->tasks(
            "SELECT 'find_unit' AS kind, q.id AS subject, q.asked_at AS since, q.typed AS title, u.name AS city, a.name AS person, NULL AS number FROM reach_question q JOIN account a ON a.id = q.asked_by LEFT JOIN unit_place u ON u.id = a.unit_id
             WHERE q.answered_at IS NULL AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = :me AND g.role = 'admin')", $me, 1);
    }

    /** @return list<Task> */
    private function decisions(Account $me): array
    {
        return $this->tasks(
            "SELECT 'decide' AS kind, r.id AS subject, min(p.entered_at) AS since, r.number, r.title, s.city, count(*) AS count FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE p.stage = 'decision' AND p.state = 'active' AND p.knock_out <> 'failed' AND r.state = 'approved' AND r.manager_id = :me GROUP BY r.id, r.number, r.title, s.city", $me, self::ANSWER_DAYS);
    }

    /** @return list<Task> */
    private function tasks(string $sql, Account $me, int $days): array
    {
        $parameters = ['me' => $me->id] + (str_contains($sql, ':now') ? ['now' => $this->clock->now()] : []) + (str_contains($sql, ':today') ? ['today' => $this->clock->now()->format('Y-m-d')] : []);

        return array_map(static function (Record $row) use ($days): Task {
            $since = $row->instant('since');
            $data = [];
            foreach ($row->columns() as $name => $value) {
                $data[$name] = \is_scalar($value) || null === $value ? $value : null;
            }

            return new Task($row->str('kind'), $row->int('subject'), $since, (isset($row['due']) ? $row->instantOrNull('due') : null) ?? $since->modify('+'.$days.' days'), isset($row['blocks']) ? $row->int('blocks') - 1 : 0, $data);
        }, $this->db->planned($sql, $parameters));
    }
}
