<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Widen;
use Jorvent\People\AskOutside;
use Jorvent\People\Facets;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Found\FoundPeopleKept;
use Jorvent\People\LastSearch;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchResult;
use Jorvent\People\SourcingPlaces;
use Jorvent\People\Suggest;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Turn;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\RememberSearch;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Searching: the query line and the criteria, what each lets through, who was found, and one person in the reader. The whole page, or only what changes while someone types. */
#[Route('/r/{number}/sourcing', requirements: ['number' => '\d{1,9}'])]
final class SourcingPage extends SignedInPage
{
    /** So often, a little more than a second apart. */
    private const ASKED_AGAIN = 12;

    public function __construct(private readonly FactsQuery $facts, private readonly RememberSearch $remember, private readonly RequisitionQuery $requisitions, private readonly SourcingScreen $screen, private readonly SourcingPlaces $places, private readonly LastSearch $last, private readonly Turn $turn)
    {
    }

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('', name: 'sourcing', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        return $this->render('people/sourcing.html.twig', $this->found($number, $request) + ['view' => $this->requisitions->byNumber($number)]);
    }

    /** What changes while someone types: no frame, no process line. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/results', name: 'sourcing_results', methods: ['GET'])]
    public function results(int $number, Request $request): Response
    {
        $started = hrtime(true);
        $this->turn->begin();
        $found = $this->found($number, $request, 'list');
        // after keeping someone the line above changed too
        $response = $this->render('people/_sourcing.html.twig', $found + ($request->query->has('line') ? ['view' => $this->requisitions->byNumber($number)] : []));
        $response->headers->set('HX-Replace-Url', $this->generateUrl('sourcing', $found['address']));
        $response->headers->set('Server-Timing', \sprintf('count;dur=%.2f, ladder;dur=%.2f, fit;dur=%.2f, memory;dur=%.1f, all;dur=%.2f', $found['result']->counted, $found['times']['ladder'], $found['times']['fit'], memory_get_peak_usage() / 1e6, (hrtime(true) - $started) / 1e6));

        return $response;
    }

    /** One person of the list in the reader, which is all that changes while someone walks. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/reader', name: 'sourcing_reader', methods: ['GET'])]
    public function reader(int $number, Request $request): Response
    {
        $started = hrtime(true);
        $this->turn->begin();
        $response = $this->render('people/_reading.html.twig', $this->found($number, $request, 'reader'));
        $response->headers->set('Server-Timing', \sprintf('reader;dur=%.2f', (hrtime(true) - $started) / 1e6));

        return $response;
    }

    /** What comes after the figures: distributions, what one step wider and other words bring, and what would narrow. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/facets', name: 'sourcing_facets', methods: ['GET'])]
    public function facets(int $number, Request $request, SearchCandidates $searching, Facets $facets, Suggest $suggest, FitOfCandidates $fits): Response
    {
        $started = hrtime(true);
        $this->turn->begin();
        $search = SearchForm::read($request->query->all()) ?? new Search();
        $requisition = $this->requisition($number);
        $weighing = $fits->weighing($requisition);
        $result = $this->screen->searched($requisition, $search, $this->me(), false);
        $shown = ['number' => $number, 'search' => $search, 'total' => $result->ladder->total, 'facets' => $facets->of($result->people)];
        $this->turn->check();
        $shown['wider'] = self::wider($result, $search, $searching->wider($result));
        $shown['other'] = array_map(static fn (array $w): array => $w + ['search' => Suggest::with($result, $search, $w['row'], $w['term'])], $suggest->widen($result));
        $this->turn->check();
        $narrow = $result->ladder->total < Suggest::MANY ? [] : $suggest->narrow($result, $this->screen->ranked($result, 'own', $weighing));
        $shown['narrow'] = array_map(static fn (array $n): array => $n + ['search' => Suggest::and($result, $search, $n['kind'], $n['term'])], $narrow);
        $response = $this->render('people/_facets.html.twig', $shown);
        $response->headers->set('Server-Timing', \sprintf('facets;dur=%.2f', (hrtime(true) - $started) / 1e6));

        return $response;
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/keep', name: 'sourcing_keep', methods: ['POST'])]
    public function keep(int $number, Request $request, FoundPeopleKept $keep, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $keep->keep((int) $_subject->requisitionId, $input->line('person'), $this->me()->id, '1' === $input->line('meant')), 'kept', $this->next($request), $this->afterwards($number, $input, $request), ['%name%' => $input->line('name')]);
    }

    /** Several at once; those left out are named with the reason. */
    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/keep-many', name: 'sourcing_keep_many', methods: ['POST'])]
    public function keepMany(int $number, Request $request, FoundPeopleKept $keep, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(function () use ($keep, $input, $_subject): void {
            $done = $keep->keepMany((int) $_subject->requisitionId, $input->strings('people'), $this->me()->id);
            if ($done['kept'] > 0) {
                $this->say('kept_many', ['%count%' => $done['kept']]);
            }
            foreach ($done['left'] as $code => $names) {
                $this->addFlash('refused', ['id' => 'refusal.left_out', 'data' => ['%count%' => \count($names), '%names%' => implode(', ', \array_slice($names, 0, 12)).(\count($names) > 12 ? ' …' : ''), '%why%' => 'left_out.'.$code]]);
            }
        }, null, $this->next($request), $this->afterwards($number, $input, $request));
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/aside', name: 'sourcing_aside', methods: ['POST'])]
    public function aside(int $number, Request $request, FoundPeopleKept $aside, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $aside->setAside((int) $_subject->requisitionId, [(int) $input->int('person')], $this->me()->id), 'set_aside', $this->next($request), $this->afterwards($number, $input, $request), ['%name%' => $input->line('name')]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/aside-many', name: 'sourcing_aside_many', methods: ['POST'])]
    public function asideMany(int $number, Request $request, FoundPeopleKept $aside, Subject $_subject): Response
    {
        $input = Input::of($request);
        $people = array_map(intval(...), array_values(array_filter($input->strings('people'), ctype_digit(...))));

        return $this->act(fn () => $aside->setAside((int) $_subject->requisitionId, $people, $this->me()->id), 'set_aside_many', $this->next($request), $this->afterwards($number, $input, $request), ['%count%' => \count($people)]);
    }

    /** One outside database is asked, because someone wants to know; what it answers is in the list from then on. Still searching: ask again. */
    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/ask', name: 'sourcing_ask', methods: ['POST'])]
    public function ask(int $number, Request $request, AskOutside $outside, Subject $_subject): Response
    {
        $search = SearchForm::read($request->request->all()) ?? new Search();
        $outside->ask((int) $_subject->requisitionId, Input::of($request)->line('bank'), $search);
        if (!$request->headers->has('HX-Request')) {
            return $this->redirectToRoute('sourcing', ['number' => $number, 'q' => $search->text, 'c' => $search->lines(), 'in' => 'outside'], Response::HTTP_SEE_OTHER);
        }

        $answers = $outside->answers((int) $_subject->requisitionId, $search);
        $tries = 1 + (Input::of($request)->int('tries') ?? 0);
        // one that goes on searching is asked again by the page for a while; what it says is in the list from then on
        if (!($answers[Input::of($request)->line('bank')]['pending'] ?? false) || $tries > self::ASKED_AGAIN) {
            return new Response('', Response::HTTP_NO_CONTENT, ['HX-Trigger' => 'answered']);
        }
        $again = new Response(headers: ['HX-Trigger' => 'ask-again']);

        return $this->render('people/_asked.html.twig', ['tries' => $tries], $again);
    }

    /** Within the page only what changed comes back. */
    private function next(Request $request): string
    {
        return $request->headers->has('HX-Request') ? 'sourcing_results' : 'sourcing';
    }

    /** @return array<string, mixed> */
    private function afterwards(int $number, Input $input, Request $request): array
    {
        $search = SearchForm::read($request->request->all());
        $in = $input->line('in');

        return array_filter(['number' => $number, 'q' => $search?->text, 'c' => $search?->lines(), 'in' => \in_array($in, ['outside', 'short'], true) ? $in : null, 'page' => $input->int('page'), 'person' => $input->line('next'), 'line' => $request->headers->has('HX-Request') ? 'new' : null], static fn (mixed $v): bool => null !== $v && '' !== $v && [] !== $v && 1 !== $v);
    }

    /**
     * @param 'all'|'list'|'reader' $part
     *
     * @return array{address: array<string, mixed>, times: array{ladder: float, fit: float}, result: SearchResult, ...}
     */
    private function found(int $number, Request $request, string $part = 'all'): array
    {
        $requisition = $this->requisition($number);
        $told = SearchForm::read($request->query->all());
        $search = $told ?? $this->last->of($requisition);
        $asked = SourcingAsked::of($request);
        $found = $this->screen->of($requisition, $search, $asked, $this->me(), $part);
        if (null !== $told && [] === $found['result']->query->errors() && $told->toArray() !== $requisition->lastSearch->toArray()) {
            ($this->remember)($requisition->id, $told);
        }
        if ('' !== $asked->person) {
            $this->places->leave($this->me()->id, $requisition->id, $asked->source, $asked->person);
        }

        return $found;
    }

    private function requisition(int $number): RequisitionFacts
    {
        return $this->facts->byNumber($number);
    }

    /**
     * @param list<int|null> $gains
     *
     * @return list<array{row: int, gain: int, step: \Jorvent\Core\Search\Criterion, lines: list<string>}>
     */
    private static function wider(SearchResult $result, Search $search, array $gains): array
    {
        $first = \count($result->rows) - \count($search->criteria);
        $wider = [];
        foreach ($gains as $i => $gain) {
            $step = null === $gain ? null : Widen::step($search->criteria[$i - $first]);
            if (null !== $step && $gain > 0) {
                $wider[] = ['row' => $i + 1, 'gain' => $gain, 'step' => $step, 'lines' => (new Search('', array_values(array_replace($search->criteria, [$i - $first => $step]))))->lines()];
            }
        }

        return $wider;
    }
}
