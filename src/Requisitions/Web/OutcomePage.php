<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Reporting\Days;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Fill;
use Jorvent\Requisitions\RequisitionView;
use Jorvent\Requisitions\RequisitionViews;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How it ended: who signed, how long each part took, what the paperwork does. */
#[Route('/r/{number}/outcome', requirements: ['number' => '\d{1,9}'])]
final class OutcomePage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly RequisitionViews $views, private readonly ClockInterface $clock)
    {
    }

    #[Gate(Permission::ReadOutcome, Gate::REQUISITION)]
    #[Route('', name: 'outcome', methods: ['GET'])]
    public function show(int $number, Mailing $mailing): Response
    {
        $view = $this->views->byNumber($number);
        $hires = $this->db->rows(
            "SELECT h.id, h.signed_at, h.first_day, h.record_number, c.id AS candidate_id, c.name, p.applied_at, p.origin, o.base, o.currency, b.id AS delivery_id, b.state AS delivery, b.attempts, b.last_error, b.available_at
             FROM hire h JOIN application p ON p.id = h.application_id JOIN candidate c ON c.id = p.candidate_id JOIN offer o ON o.id = h.offer_id LEFT JOIN delivery b ON b.key = 'hire-' || h.id WHERE p.requisition_id = :id ORDER BY h.signed_at",
            ['id' => $view->id()],
        );
        $zone = new \DateTimeZone($view->facts->str('zone'));
        $opened = $view->facts->instantOrNull('opened_on') ?? $view->facts->instant('created_at');

        return $this->render('requisitions/outcome.html.twig', [
            'view' => $view, 'hires' => $hires,
            'times' => array_map(static fn (Record $h): array => ['fill' => Days::between($opened, $h->instant('signed_at'), $zone), 'hire' => Days::between($h->instant('applied_at'), $h->instant('signed_at'), $zone)], $hires),
            'stages' => $this->stages($view), 'waiting' => $this->waiting($view), 'word' => $mailing->template('filled', 'en'), 'sources' => $this->sources($view),
        ]);
    }

    #[Gate(Permission::Fill, Gate::REQUISITION)]
    #[Route('/fill', name: 'outcome_fill', methods: ['POST'])]
    public function fill(int $number, Request $request, Fill $fill, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $fill((int) $_subject->requisitionId, $input->has('tell') ? new Template($input->line('subject'), $input->text('body')) : null, $this->me()->id, $input->has('in_part')), 'filled', 'outcome', ['number' => $number]);
    }

    /** @return list<array{stage: string, median: float|null, people: int, agreed: int}> days at each stage over everyone who left it or stands there */
    private function stages(RequisitionView $view): array
    {
        $days = [];
        foreach ($this->db->rows('SELECT v.stage, CAST(extract(epoch FROM coalesce(v.left_at, :now) - v.entered_at) / 86400 AS int) AS days FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :id', ['id' => $view->id(), 'now' => $this->clock->now()]) as $row) {
            $days[$row->str('stage')][] = $row->int('days');
        }
        $lines = [];
        foreach (RequisitionViews::stages() as $stage) {
            $lines[] = ['stage' => $stage->value, 'median' => Days::median($days[$stage->value] ?? []), 'people' => \count($days[$stage->value] ?? []), 'agreed' => $stage->agreedDays()];
        }

        return $lines;
    }

    /** @return list<Record> */
    private function waiting(RequisitionView $view): array
    {
        return $this->db->rows("SELECT c.name, p.stage, p.knock_out FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.requisition_id = :id AND p.state = 'active' ORDER BY c.name", ['id' => $view->id()]);
    }

    /** @return list<Record> */
    private function sources(RequisitionView $view): array
    {
        return $this->db->rows(
            "SELECT coalesce(b.board, 'sourced') AS source, count(*) AS applied, count(*) FILTER (WHERE p.stage NOT IN ('new', 'screening')) AS further, count(*) FILTER (WHERE p.state = 'hired') AS hired, coalesce((SELECT sum(d.visits) FROM posting_day d JOIN posting g ON g.id = d.posting_id WHERE g.requisition_id = :id AND g.board = b.board), 0) AS visits
             FROM application p LEFT JOIN posting b ON b.id = p.posting_id WHERE p.requisition_id = :id GROUP BY b.board ORDER BY 2 DESC", ['id' => $view->id()]);
    }
}
