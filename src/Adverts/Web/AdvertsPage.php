<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Adverts\AdvertOf;
use Jorvent\Adverts\FileUnder;
use Jorvent\Adverts\Places;
use Jorvent\Adverts\Publish;
use Jorvent\Adverts\Withdraw;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\RequisitionViews;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Where the advert stands, what each place asks of it, and what it brought. */
#[Route('/r/{number}/adverts', requirements: ['number' => '\d{1,9}'])]
final class AdvertsPage extends Page
{
    public function __construct(private readonly Db $db, private readonly Places $places)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'adverts', methods: ['GET'])]
    public function show(int $number, RequisitionViews $views, AdvertOf $advertOf): Response
    {
        $view = $views->byNumber($number);
        $advert = $advertOf($view->id());
        $checks = [];
        foreach ($this->places->names() as $key => $name) {
            $checks[$key] = ['name' => $name, 'rules' => $this->places->rules($key), 'fails' => $this->places->check($key, $advert)];
        }

        return $this->render('adverts/adverts.html.twig', ['view' => $view, 'advert' => $advert, 'places' => $checks, 'categories' => $this->places->categories(), 'postings' => $this->postings($view->id()), 'days' => $this->days($view->id())]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/publish', name: 'advert_publish', methods: ['POST'])]
    public function publish(int $number, Request $request, Publish $publish, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(static fn () => $publish((int) $_subject->requisitionId, $input->line('place'), $input->day('until')), 'advert_posted', 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/category', name: 'advert_category', methods: ['POST'])]
    public function category(int $number, Request $request, FileUnder $fileUnder, Subject $_subject): Response
    {
        return $this->act(static fn () => $fileUnder((int) $_subject->requisitionId, Input::of($request)->line('category')), 'category_chosen', 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/{posting}/withdraw', name: 'advert_withdraw', requirements: ['posting' => '\d+'], methods: ['POST'])]
    public function withdraw(int $number, int $posting, Withdraw $withdraw, Subject $_subject): Response
    {
        return $this->act(static fn () => $withdraw((int) $_subject->requisitionId, $posting), 'advert_withdrawn', 'adverts', ['number' => $number]);
    }

    /** @return array<string, \Jorvent\Platform\Database\Record> the newest of each place */
    private function postings(int $requisition): array
    {
        $postings = [];
        foreach ($this->db->rows(
            "SELECT p.*, coalesce(d.visits, 0) AS visits, coalesce(d.started, 0) AS started, a.applied, a.qualified, o.id AS outbox_id, o.state AS delivery, o.attempts, o.last_error, o.available_at FROM posting p
             LEFT JOIN LATERAL (SELECT sum(visits) AS visits, sum(started) AS started FROM posting_day WHERE posting_id = p.id) d ON true
             CROSS JOIN LATERAL (SELECT count(*) AS applied, count(*) FILTER (WHERE stage <> 'new' AND knock_out IN ('none', 'overruled')) AS qualified FROM application WHERE posting_id = p.id) a
             LEFT JOIN LATERAL (SELECT id, state, attempts, last_error, available_at FROM outbox WHERE subject_kind = 'posting' AND subject_id = p.id ORDER BY id DESC LIMIT 1) o ON true WHERE p.requisition_id = :id ORDER BY p.id",
            ['id' => $requisition],
        ) as $row) {
            $postings[$row->str('board')] = $row;
        }

        return $postings;
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    private function days(int $requisition): array
    {
        return $this->db->rows('SELECT d.day, sum(d.visits) AS visits FROM posting_day d JOIN posting p ON p.id = d.posting_id WHERE p.requisition_id = :id GROUP BY d.day ORDER BY d.day', ['id' => $requisition]);
    }
}
