<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Scorecards\Comparison;
use Jorvent\Core\Scorecards\Rating;
use Jorvent\Interviews\Cancel;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Interviews of a requisition, and the scorecards of each person side by side. */
#[Route('/r/{number}/interviews', requirements: ['number' => '\d{1,9}'])]
final class InterviewsPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly RequisitionQuery $views, private readonly ClockInterface $clock)
    {
    }

    #[Gate(Permission::ReadInterviews, Gate::REQUISITION)]
    #[Route('', name: 'interviews', methods: ['GET'])]
    public function show(int $number, Request $request, Subject $_subject, Access $access): Response
    {
        $view = $this->views->byNumber($number);
        $me = $this->me();
        // an interviewer who plays no other part sees their own interviews only
        $all = $access->allows($me, Permission::ReadPipeline, $_subject);
        $rows = $this->interviews($view->id(), $all ? null : $me->id);
        $people = [];
        foreach ($rows as $row) {
            $people[$row->int('application_id')] ??= ['name' => $row->str('candidate'), 'application' => $row->int('application_id'), 'stage' => $row->str('stage'), 'state' => $row->str('application_state')];
        }
        $open = self::whole($request, 'application') ?: $this->furthest($rows);

        return $this->render('interviews/interviews.html.twig', [
            'view' => $view, 'rows' => $rows, 'people' => $people, 'open' => $open, 'now' => $this->clock->now(), 'me' => $me,
            'waiting' => $all ? $this->db->rows("SELECT p.id, c.name, p.stage FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.requisition_id = :id AND p.state = 'active' AND p.stage IN ('first_call', 'interview') AND p.knock_out NOT IN ('failed', 'confirmed') AND NOT EXISTS (SELECT 1 FROM interview i WHERE i.application_id = p.id AND i.state <> 'cancelled') ORDER BY p.entered_at LIMIT 12", ['id' => $view->id()]) : [],
            'cards' => isset($people[$open]) ? $this->cards($view->id(), $open, $all) : null,
        ]);
    }

    #[Gate(Permission::ArrangeInterviews, Gate::INTERVIEW)]
    #[Route('/{interview}/cancel', name: 'interview_cancel', requirements: ['interview' => '\d{1,9}'], methods: ['POST'])]
    public function cancel(int $number, int $interview, Cancel $cancel): Response
    {
        return $this->act(static fn () => $cancel($interview), 'interview_cancelled', 'interviews', ['number' => $number]);
    }

    /**
     * Whom to open first: someone whose cards are all in, else the next to come.
     *
     * @param list<Record> $rows
     */
    private function furthest(array $rows): int
    {
        foreach ($rows as $row) {
            $owed = array_filter($row->objects('seats'), static fn (array $seat): bool => true !== ($seat['filed'] ?? false));
            if ([] === $owed && 'active' === $row->str('application_state')) {
                return $row->int('application_id');
            }
        }

        return ($rows[0] ?? null)?->int('application_id') ?? 0;
    }

    /** @return list<Record> */
    private function interviews(int $requisition, ?int $only): array
    {
        return $this->db->rows(
            "SELECT i.id, i.title, i.minutes, i.place, i.state, lower(i.during) AS starts, upper(i.during) AS ends, i.application_id, c.name AS candidate, p.stage, p.state AS application_state,
                (SELECT json_agg(json_build_object('id', a.id, 'name', a.name, 'filed', EXISTS (SELECT 1 FROM scorecard s WHERE s.interview_id = i.id AND s.account_id = a.id AND s.submitted_at IS NOT NULL)) ORDER BY a.name) FROM interview_seat t JOIN account a ON a.id = t.account_id WHERE t.interview_id = i.id) AS seats,
                (SELECT count(*) FROM interview_slot l WHERE l.interview_id = i.id AND l.starts_at > :now) AS slots
             FROM interview i JOIN application p ON p.id = i.application_id JOIN candidate c ON c.id = i.candidate_id
             WHERE p.requisition_id = :r AND i.state <> 'cancelled' AND (:only::int IS NULL OR EXISTS (SELECT 1 FROM interview_seat t WHERE t.interview_id = i.id AND t.account_id = :only)) ORDER BY lower(i.during) DESC NULLS FIRST, i.id",
            ['r' => $requisition, 'only' => $only, 'now' => $this->clock->now()],
        );
    }

    /**
     * What has been submitted about one person; an interviewer who has not yet submitted their own sees no one else's.
     *
     * @return array<string, mixed>
     */
    private function cards(int $requisition, int $application, bool $all): array
    {
        $names = array_values(array_filter(array_map(static fn (array $c): string => \is_string($c['name'] ?? null) ? $c['name'] : '', $this->db->row('SELECT competencies FROM requisition_head WHERE id = :id', ['id' => $requisition])?->objects('competencies') ?? []), static fn (string $n): bool => '' !== $n));
        $rows = $this->db->rows(
            'SELECT s.ratings, s.recommendation, s.submitted_at, a.id AS account_id, a.name, i.id AS interview_id FROM interview i JOIN interview_seat t ON t.interview_id = i.id JOIN account a ON a.id = t.account_id LEFT JOIN scorecard s ON s.interview_id = i.id AND s.account_id = t.account_id WHERE i.application_id = :a AND i.state = \'booked\' ORDER BY a.name',
            ['a' => $application],
        );
        // of an interview whose card one owes, one sees nobody else's; cards of other interviews stay, one's own among them
        $mine = $this->me()->id;
        $owed = array_map(static fn (Record $r): int => $r->int('interview_id'), array_values(array_filter($rows, static fn (Record $r): bool => $r->int('account_id') === $mine && null === $r->strOrNull('submitted_at'))));
        $rows = array_values(array_filter($rows, static fn (Record $r): bool => !\in_array($r->int('interview_id'), $owed, true)));
        if ([] === $rows && [] !== $owed) {
            return ['hidden' => true, 'owed' => $owed[0]];
        }
        $ratings = $raters = $evidence = [];
        foreach ($rows as $row) {
            $letter = mb_substr($row->str('name'), 0, 1);
            $raters[] = ['id' => $row->int('account_id'), 'name' => $row->str('name'), 'letter' => $letter, 'filed' => null !== $row->strOrNull('submitted_at'), 'recommendation' => $row->strOrNull('recommendation')];
            foreach (null === $row->strOrNull('submitted_at') ? [] : $row->objects('ratings') as $rating) {
                if (\is_string($rating['competency'] ?? null) && \is_int($rating['value'] ?? null)) {
                    $ratings[] = new Rating((string) $row->int('account_id'), $rating['competency'], $rating['value'], \is_string($rating['evidence'] ?? null) ? $rating['evidence'] : '');
                }
            }
        }
        $comparison = Comparison::of($names, $ratings);

        return ['hidden' => false, 'owed' => $owed[0] ?? null, 'comparison' => $comparison, 'total' => $comparison->total(), 'raters' => array_map(static fn (array $r): array => [...$r, 'leniency' => $comparison->leniency((string) $r['id'])], $raters), 'all' => $all];
    }
}
