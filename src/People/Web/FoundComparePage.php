<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Stint;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Found\FoundPeople;
use Jorvent\People\Found\FoundPeopleKept;
use Jorvent\People\Found\FoundPerson;
use Jorvent\People\Profiles;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchReach;
use Jorvent\People\SearchRows;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Up to four found people side by side: part by part of the brief, each with its reason, and the facts one weighs. */
final class FoundComparePage extends SignedInPage
{
    public const MOST = 4;

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/r/{number}/sourcing/compare', name: 'sourcing_compare', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function __invoke(int $number, Request $request, FactsQuery $facts, RequisitionQuery $views, FitOfCandidates $fits, FoundPeople $people, FoundPerson $person, Profiles $profiles, SearchReach $reach, SearchRows $rows, FoundPeopleKept $kept): Response
    {
        $requisition = $facts->byNumber($number);
        $asked = array_values(array_unique(array_filter($request->query->all('people'), static fn (mixed $v): bool => \is_string($v) && 1 === preg_match('/^\d{1,9}$/', $v))));
        $seen = $reach->of($this->me());
        $ids = array_values(array_filter(array_map(intval(...), $asked), static fn (int $id): bool => null === $seen || gmp_testbit($seen, $id)));
        $weighing = $fits->weighing($requisition);
        $ranking = $fits->rank($weighing, \array_slice($ids, 0, self::MOST));
        $search = SearchForm::read($request->query->all()) ?? new Search();
        $looked = $rows->looked([...$search->parsed()->conjuncts(), ...$search->criteria]);
        $shown = $people->own($requisition->id, $weighing, $ranking, $ranking->ids);
        $known = $profiles->of($ranking->ids);
        $refused = $kept->blockers($requisition->id, $ranking->ids);
        $columns = [];
        foreach ($shown as $one) {
            $profile = $known[(int) $one['ref']] ?? null;
            $columns[] = ['person' => $one, 'profile' => $profile, 'titles' => array_map(static fn (Stint $s): string => $s->title, $profile->stints ?? []), 'life' => null === $profile ? null : $person->life($profile, $search->criteria, $looked), 'passages' => $person->passages($one), 'blockers' => $refused[(int) $one['ref']] ?? []];
        }

        return $this->render('people/found_compare.html.twig', ['view' => $views->byNumber($number), 'number' => $number, 'columns' => $columns, 'asked' => \count($asked), 'most' => self::MOST, 'search' => $search, 'approved' => $requisition->isApproved(), 'back' => array_filter(['number' => $number, 'q' => $search->text, 'c' => $search->lines()], static fn (mixed $v): bool => [] !== $v)]);
    }
}
