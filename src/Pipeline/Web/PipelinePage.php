<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\CallBack;
use Jorvent\Pipeline\CloseOut;
use Jorvent\Pipeline\DecideKnockOut;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Pipeline\MoveApplications;
use Jorvent\Pipeline\Shortlists;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\QuestionsOfRequisition;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Read\RequisitionView;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Everyone on their way: by stage, with what they wait for and how long; moved, closed out and read here. */
#[Route('/r/{number}/pipeline', requirements: ['number' => '\d{1,9}'])]
final class PipelinePage extends SignedInPage
{
    private const SORTS = ['screen' => 'p.score DESC NULLS LAST, p.fit DESC NULLS LAST', 'fit' => 'p.fit DESC NULLS LAST, p.score DESC NULLS LAST', 'waits' => 'p.entered_at', 'name' => 'c.name'];
    private const ROWS = 200;

    public function __construct(private readonly Db $db, private readonly RequisitionQuery $views, private readonly ClockInterface $clock, private readonly Shortlists $shortlists, private readonly QuestionsOfRequisition $questions, private readonly Access $access)
    {
    }

    #[Gate(Permission::ReadPipeline, Gate::REQUISITION)]
    #[Route('', name: 'pipeline', methods: ['GET'])]
    public function show(int $number, Request $request, Subject $_subject): Response
    {
        $view = $this->views->byNumber($number);
        $sort = $request->query->getString('by', 'screen');
        $ended = 'ended' === $request->query->getString('show');
        $rows = $this->rows($view->id(), self::SORTS[$sort] ?? self::SORTS['screen'], $ended);
        $open = self::whole($request, 'application');
        $person = array_values(array_filter($rows, static fn (Record $r): bool => $r->int('id') === $open))[0] ?? ($rows[0] ?? null);

        return $this->render('pipeline/pipeline.html.twig', [
            'view' => $view, 'stages' => $this->stages($view), 'groups' => $this->groups($rows), 'sort' => isset(self::SORTS[$sort]) ? $sort : 'screen', 'sorts' => array_keys(self::SORTS), 'ended' => $ended, 'person' => $person, 'at' => self::at($rows),
            'reader' => null === $person ? null : $this->reader($view, $person, $_subject), 'reasons' => Application::CLOSE_REASONS,
        ]);
    }

    #[Gate(Permission::MovePipeline, Gate::REQUISITION)]
    #[Route('/move', name: 'pipeline_move', methods: ['POST'])]
    public function move(int $number, Request $request, MoveApplications $move, Subject $_subject): Response
    {
        $input = Input::of($request);
        $ids = $input->ints('application');
        $to = '' === $input->line('to') ? null : $input->choice('to', Stage::class);

        $at = self::shownAt($input->text('at'));

        return $this->act(function () use ($move, $_subject, $ids, $to, $at): void {
            if ([] === $ids) {
                throw Refused::because('nobody_marked');
            }
            $count = $move((int) $_subject->requisitionId, $ids, $to, $this->me()->id, $at);
            $this->say('moved', ['%count%' => $count]);
        }, null, 'pipeline', ['number' => $number, 'application' => $ids[0] ?? null]);
    }

    /** First a preview of the word to each, then the act itself. */
    #[Gate(Permission::CloseOut, Gate::REQUISITION)]
    #[Route('/close', name: 'pipeline_close', methods: ['GET', 'POST'])]
    public function close(int $number, Request $request, CloseOut $close, Mailing $mailing, Subject $_subject): Response
    {
        $input = Input::of($request);
        $asked = $request->query->all()['application'] ?? [];
        $ids = $request->isMethod('POST') ? $input->ints('application') : self::wholes($asked);
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $count = $close((int) $_subject->requisitionId, $ids, $input->line('reason'), $input->has('send') ? new Template($input->line('subject'), $input->text('body')) : null, $this->me()->id);
                $this->say($input->has('send') ? 'closed_out_with_word' : 'closed_out', ['%count%' => $count]);

                return $this->redirectToRoute('pipeline', ['number' => $number], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $people = [] === $ids ? [] : $this->db->rows('SELECT p.id, p.candidate_id, c.name, c.locale, c.email, p.stage, p.knock_out FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id IN (:ids) AND p.requisition_id = :r ORDER BY c.name', ['ids' => $ids, 'r' => $_subject->requisitionId]);
        $locales = array_unique(array_map(static fn (Record $p): string => $p->str('locale'), $people));
        $word = $request->isMethod('POST') ? new Template($input->line('subject'), $input->text('body')) : $mailing->template('close_out', 1 === \count($locales) ? array_values($locales)[0] : 'en');

        return $this->render('pipeline/close.html.twig', [
            'view' => $this->views->byNumber($number), 'people' => $people, 'reasons' => Application::CLOSE_REASONS, 'word' => $word, 'errors' => $errors, 'input' => $input, 'hold' => Mailing::HOLD_SECONDS,
            'preview' => [] === $people ? null : $word->fill($mailing->fields($people[0]->int('candidate_id'), $_subject->requisitionId)),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    #[Gate(Permission::CloseOut, Gate::REQUISITION)]
    #[Route('/call-back', name: 'pipeline_call_back', methods: ['POST'])]
    public function callBack(int $number, Request $request, CallBack $callBack, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(function () use ($callBack, $_subject, $input): void {
            $this->say('called_back', ['%count%' => $callBack((int) $_subject->requisitionId, $input->ints('application'), $input->has('tell'))]);
        }, null, 'pipeline', ['number' => $number, 'application' => $input->ints('application')[0] ?? null]);
    }

    #[Gate(Permission::CloseOut, Gate::APPLICATION)]
    #[Route('/{application}/knock-out', name: 'knock_out', requirements: ['application' => '\d{1,9}'], methods: ['POST'])]
    public function knockOut(int $number, int $application, Request $request, DecideKnockOut $decide): Response
    {
        $input = Input::of($request);
        $confirm = KnockOutAnswer::Confirm === $input->choice('answer', KnockOutAnswer::class);

        return $this->act(fn () => $decide($application, $confirm, $input->text('reason'), $this->me()->id), $confirm ? 'knock_out_confirmed' : 'knock_out_overruled', 'pipeline', ['number' => $number, 'application' => $application]);
    }

    /**
     * Where the page shows everyone, short enough for an address: "31.2_32.0", each with the place of their stage.
     *
     * @param list<Record> $rows
     */
    private static function at(array $rows): string
    {
        $places = array_flip(array_map(static fn (Stage $s): string => $s->value, Stage::cases()));

        return implode('_', array_map(static fn (Record $r): string => $r->int('id').'.'.$places[$r->str('stage')], $rows));
    }

    /** @return array<int, Stage> as at() wrote it */
    private static function shownAt(string $at): array
    {
        $shown = [];
        foreach (explode('_', $at) as $one) {
            if (1 === preg_match('/^(\d{1,9})\.(\d{1,2})$/', $one, $m) && isset(Stage::cases()[(int) $m[2]])) {
                $shown[(int) $m[1]] = Stage::cases()[(int) $m[2]];
            }
        }

        return $shown;
    }

    /** @return list<Record> */
    private function rows(int $requisition, string $order, bool $ended): array
    {
        return $this->db->planned(
            "SELECT p.id, p.candidate_id, p.stage, p.state, p.origin, p.score, p.fit, p.fit_parts, p.knock_out, p.knock_out_due, p.knock_out_reason, p.answers, p.questions_version, p.marks, p.score_complete, p.entered_at, p.applied_at, p.closed_reason, k.name AS knock_out_by, c.name, c.headline, c.city, c.email, c.phone, c.zone, c.locale, b.board,
                extract(day FROM CAST(:now AS timestamptz) - p.entered_at)::int AS waits, i.mean, i.next_at, i.cards_owed, i.offered, o.state AS offer_state
             FROM application p JOIN candidate c ON c.id = p.candidate_id LEFT JOIN posting_head b ON b.id = p.posting_id LEFT JOIN account k ON k.id = p.knock_out_by
             LEFT JOIN LATERAL (SELECT (SELECT avg((x ->> 'value')::int) FROM scorecard s JOIN interview w ON w.id = s.interview_id CROSS JOIN LATERAL jsonb_array_elements(s.ratings) x WHERE w.application_id = p.id AND s.submitted_at IS NOT NULL) AS mean,
                 min(lower(v.during)) FILTER (WHERE v.state = 'booked' AND lower(v.during) > :now) AS next_at, bool_or(v.state = 'offered') AS offered,
                 coalesce(sum((SELECT count(*) FROM interview_seat t WHERE t.interview_id = v.id AND NOT EXISTS (SELECT 1 FROM scorecard c WHERE c.interview_id = v.id AND c.account_id = t.account_id AND c.submitted_at IS NOT NULL))) FILTER (WHERE v.state = 'booked' AND upper(v.during) < :now), 0) AS cards_owed FROM interview v WHERE v.application_id = p.id) i ON true
             LEFT JOIN offer o ON o.application_id = p.id AND o.state IN ('draft', 'asked', 'agreed', 'sent', 'accepted')
             WHERE p.requisition_id = :r AND (p.state = 'active') = :active ORDER BY $order, p.id LIMIT ".self::ROWS,
            ['r' => $requisition, 'now' => $this->clock->now(), 'active' => !$ended],
        );
    }

    /**
     * @param list<Record> $rows
     *
     * @return array<string, list<Record>> by stage, the furthest first
     */
    private function groups(array $rows): array
    {
        $groups = [];
        foreach (array_reverse(Stage::cases()) as $stage) {
            $in = array_values(array_filter($rows, static fn (Record $r): bool => $r->str('stage') === $stage->value));
            if ([] !== $in) {
                $groups[$stage->value] = $in;
            }
        }

        return $groups;
    }

    /** @return list<array{stage: Stage, count: int, waits: float|null, agreed: int, over: int, goes_on: int|null}> */
    private function stages(RequisitionView $view): array
    {
        $by = [];
        foreach ($this->db->planned(
            "SELECT v.stage, count(*) FILTER (WHERE v.left_at IS NULL AND p.state = 'active') AS here, count(*) AS ever, percentile_cont(0.5) WITHIN GROUP (ORDER BY extract(epoch FROM CAST(:now AS timestamptz) - v.entered_at) / 86400) FILTER (WHERE v.left_at IS NULL AND p.state = 'active') AS waits,
                count(*) FILTER (WHERE EXISTS (SELECT 1 FROM stage_visit n WHERE n.application_id = v.application_id AND n.id > v.id)) AS went_on, count(*) FILTER (WHERE v.left_at IS NOT NULL OR p.state <> 'active') AS decided
             FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :r GROUP BY v.stage", ['r' => $view->id(), 'now' => $this->clock->now()]) as $row) {
            $by[$row->str('stage')] = $row;
        }

        return array_map(static function (Stage $stage) use ($by): array {
            $row = $by[$stage->value] ?? null;
            $decided = $row?->int('decided') ?? 0;

            return ['stage' => $stage, 'count' => $row?->int('here') ?? 0, 'waits' => $row?->floatOrNull('waits'), 'agreed' => $stage->agreedDays(), 'over' => 0, 'goes_on' => 0 === $decided ? null : (int) round(100 * ($row?->int('went_on') ?? 0) / $decided)];
        }, Stage::ofPipeline());
    }

    /** @return array<string, mixed> */
    private function reader(RequisitionView $view, Record $row, Subject $subject): array
    {
        $mails = $this->access->allows($this->me(), Permission::ReadMails, $subject);
        [$visible, $of] = $this->access->visible($this->me());
        $score = $this->questions->at($view->id(), $row->int('questions_version'))->score(
            (new Decoded($row->json('answers')))->allTexts(),
            (new Decoded($row->json('marks')))->allWholes(),
        );

        return [
            'score' => $score, 'visits' => $this->db->rows('SELECT stage, GREATEST(0, extract(day FROM coalesce(left_at, :now) - entered_at)::int) AS days FROM stage_visit WHERE application_id = :id ORDER BY id', ['id' => $row->int('id'), 'now' => $this->clock->now()]),
            'resume' => $this->db->row('SELECT id, file_name, media_type, text, file_sha256 FROM resume WHERE candidate_id = :c ORDER BY beside, created_at DESC, id DESC LIMIT 1', ['c' => $row->int('candidate_id')]),
            'mails' => !$mails ? [] : $this->db->rows("SELECT o.id, o.created_at, o.state, o.available_at, o.attempts, o.last_error, p.content ->> 'subject' AS subject FROM delivery o LEFT JOIN personal_value p ON p.id = o.personal_id WHERE o.candidate_id = :c AND o.requisition_id = :r AND o.kind = 'mail' ORDER BY o.id DESC LIMIT 4", ['c' => $row->int('candidate_id'), 'r' => $view->id()]),
            'views' => $this->shortlists->of($row->int('id')),
            'others' => $this->db->rows("SELECT r.number, r.title, p.stage, p.state FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id
                WHERE p.candidate_id = :c AND p.requisition_id <> :r AND $visible ORDER BY p.id DESC", ['c' => $row->int('candidate_id'), 'r' => $view->id()] + $of),
        ];
    }
}
