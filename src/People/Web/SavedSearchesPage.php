<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Access\SubjectFinder;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\RunSavedSearches;
use Jorvent\People\SavedSearches;
use Jorvent\People\SearchForm;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Searches saved under a name for a requisition: open, share, copy, take along and bring in, and see who is new. */
#[Gate(Permission::Keep, Gate::REQUISITION)]
#[Route('/r/{number}/searches', requirements: ['number' => '\d{1,9}'])]
final class SavedSearchesPage extends SignedInPage
{
    private const MAX_BYTES = 200_000;

    public function __construct(private readonly SavedSearches $searches, private readonly RequisitionQuery $views, private readonly FactsQuery $facts)
    {
    }

    #[Route('', name: 'saved_searches', methods: ['GET'])]
    public function show(int $number, Request $request, ClockInterface $clock, Subject $_subject): Response
    {
        $rows = [];
        foreach ($this->searches->of((int) $_subject->requisitionId, $this->me()->id) as $row) {
            $search = SavedSearches::search($row);
            $rows[] = ['row' => $row, 'search' => $search, 'address' => ['number' => $number, 'q' => $search->text, 'c' => $search->lines()], 'state' => RunSavedSearches::state($row, $clock->now())];
        }

        return $this->render('people/searches.html.twig', ['view' => $this->views->byNumber($number), 'number' => $number, 'rows' => $rows, 'last' => SearchForm::read($request->query->all()) ?? $this->requisition($number)->lastSearch]);
    }

    #[Route('', name: 'saved_search_save', methods: ['POST'])]
    public function save(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $search = SearchForm::read($request->request->all()) ?? new Search();

        return $this->act(fn () => $this->searches->save((int) $_subject->requisitionId, $this->me()->id, $input->line('name'), $search, '' !== $input->line('shared')), 'search_saved', 'saved_searches', ['number' => $number]);
    }

    #[Route('/bring', name: 'saved_search_bring', methods: ['POST'])]
    public function bring(int $number, Request $request, Subject $_subject): Response
    {
        $file = $request->files->get('file');

        return $this->act(function () use ($file, $_subject): void {
            $content = $file instanceof UploadedFile && $file->isValid() && $file->getSize() <= self::MAX_BYTES ? $file->getContent() : throw Refused::because('search_not_read', 'file');
            [$name, $search] = SavedSearches::in($content);
            $this->searches->save((int) $_subject->requisitionId, $this->me()->id, $name, $search, false);
        }, 'search_saved', 'saved_searches', ['number' => $number]);
    }

    /** To another requisition one recruits for: there it is one's own, and runs for its people. */
    #[Route('/{search}/copy', name: 'saved_search_copy', requirements: ['search' => '\d{1,9}'], methods: ['POST'])]
    public function copy(int $number, int $search, Request $request, Subject $_subject, SubjectFinder $subjects): Response
    {
        $me = $this->me()->id;
        $to = Input::of($request)->int('to') ?? 0;

        return $this->act(function () use ($search, $to, $me, $_subject, $subjects): void {
            $subject = $subjects->find(Gate::REQUISITION, $to, $me);
            if (null === $subject?->requisitionId || !$this->isGranted(Permission::Keep->value, $subject)) {
                throw Refused::because('requisition_unknown', '', ['number' => (string) $to]);
            }
            $row = $this->searches->one($search, (int) $_subject->requisitionId, $me);
            $this->searches->save($subject->requisitionId, $me, $row->str('name'), SavedSearches::search($row), false);
        }, 'search_copied', 'saved_searches', ['number' => $number], ['%number%' => (string) $to]);
    }

    #[Route('/{search}', name: 'saved_search_act', requirements: ['search' => '\d{1,9}'], methods: ['POST'])]
    public function change(int $number, int $search, Request $request, Subject $_subject): Response
    {
        $then = Input::of($request)->choice('then', SearchAct::class)->value;

        return $this->act(fn () => $this->searches->change($search, (int) $_subject->requisitionId, $this->me()->id, $then), null, 'saved_searches', ['number' => $number]);
    }

    /** As a file to take along; brought in again it is the same. */
    #[Route('/{search}.json', name: 'saved_search_out', requirements: ['search' => '\d{1,9}'], methods: ['GET'])]
    public function out(int $number, int $search, Subject $_subject): Response
    {
        try {
            $row = $this->searches->one($search, (int) $_subject->requisitionId, $this->me()->id);
        } catch (Refused) {
            throw $this->createNotFoundException();
        }

        return new Response(json_encode(SavedSearches::out($row->str('name'), SavedSearches::search($row)), \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE), 200, ['Content-Type' => 'application/json; charset=utf-8', 'Content-Disposition' => 'attachment; filename="search.json"']);
    }

    private function requisition(int $number): RequisitionFacts
    {
        return $this->facts->byNumber($number);
    }
}
