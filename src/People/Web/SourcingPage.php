<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Widen;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\People\AskOutside;
use Jorvent\People\BankViews;
use Jorvent\People\Facets;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\FoundPeople;
use Jorvent\People\Highlighter;
use Jorvent\People\Profiles;
use Jorvent\People\SavedSearches;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchResult;
use Jorvent\People\SearchRows;
use Jorvent\People\Store\Bits;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Pipeline\SetAside;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\RequisitionViews;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Searching: the query line and the criteria, what each lets through, who was found, and one person in the reader. The whole page, or only what changes while someone types.
 *
 * @phpstan-import-type Found from FoundPeople
 * @phpstan-import-type Answer from AskOutside
 */
#[Route('/r/{number}/sourcing', requirements: ['number' => '\d{1,9}'])]
final class SourcingPage extends Page
{
    private const SHOWN = 25;

    public function __construct(private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly RequisitionViews $requisitions, private readonly FitOfCandidates $fits, private readonly SearchCandidates $search, private readonly FoundPeople $people, private readonly SearchRows $rows, private readonly Profiles $profiles, private readonly SavedSearches $saved, private readonly Facets $facets, private readonly Highlighter $highlighter, private readonly ResumeBanks $resumeBanks, private readonly AskOutside $outside, private readonly BankViews $views)
    {
    }

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('', name: 'sourcing', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        $found = $this->found($number, $request);

        return $this->render('people/sourcing.html.twig', $found + ['view' => $this->requisitions->byNumber($number)]);
    }

    /** What changes while someone types: no frame, no process line. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/results', name: 'sourcing_results', methods: ['GET'])]
    public function results(int $number, Request $request): Response
    {
        $started = hrtime(true);
        $found = $this->found($number, $request);
        // after keeping someone the line above changed too
        $response = $this->render('people/_sourcing.html.twig', $found + ($request->query->has('line') ? ['view' => $this->requisitions->byNumber($number)] : []));
        $response->headers->set('HX-Replace-Url', $this->generateUrl('sourcing', $found['address']));
        $response->headers->set('Server-Timing', \sprintf('count;dur=%.2f, ladder;dur=%.2f, fit;dur=%.2f, memory;dur=%.1f, all;dur=%.2f', $found['result']->counted, $found['times']['ladder'], $found['times']['fit'], memory_get_peak_usage() / 1e6, (hrtime(true) - $started) / 1e6));

        return $response;
    }

    /** What comes after the figures: distributions, and what one step wider brings. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/facets', name: 'sourcing_facets', methods: ['GET'])]
    public function facets(int $number, Request $request): Response
    {
        $search = SearchForm::read($request->query->all()) ?? new Search();
        $started = hrtime(true);
        $result = ($this->search)($search);
        $facets = $this->facets->of($result->people);
        $first = \count($result->rows) - \count($search->criteria);
        $wider = [];
        foreach ($this->search->wider($result) as $i => $gain) {
            $step = null === $gain ? null : Widen::step($search->criteria[$i - $first]);
            if (null !== $step && $gain > 0) {
                $wider[] = ['row' => $i + 1, 'gain' => $gain, 'step' => $step, 'lines' => (new Search('', array_values(array_replace($search->criteria, [$i - $first => $step]))))->lines()];
            }
        }
        $response = $this->render('people/_facets.html.twig', ['number' => $number, 'search' => $search, 'facets' => $facets, 'total' => $result->ladder->total, 'wider' => $wider]);
        $response->headers->set('Server-Timing', \sprintf('facets;dur=%.2f', (hrtime(true) - $started) / 1e6));

        return $response;
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/keep', name: 'sourcing_keep', methods: ['POST'])]
    public function keep(int $number, Request $request, KeepCandidate $keep, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $keep((int) $_subject->requisitionId, $input->line('person'), $this->me()->id), 'kept', $this->next($request), $this->afterwards($number, $input, $request), ['%name%' => $input->line('name')]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/aside', name: 'sourcing_aside', methods: ['POST'])]
    public function aside(int $number, Request $request, SetAside $aside, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $aside((int) $_subject->requisitionId, (int) $input->int('person'), $this->me()->id), 'set_aside', $this->next($request), $this->afterwards($number, $input, $request), ['%name%' => $input->line('name')]);
    }

    /** One outside database is asked, because someone wants to know; what it answers is in the list from then on. Still searching: ask again. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/ask', name: 'sourcing_ask', methods: ['POST'])]
    public function ask(int $number, Request $request, Subject $_subject): Response
    {
        $search = SearchForm::read($request->request->all()) ?? new Search();
        $this->outside->ask((int) $_subject->requisitionId, Input::of($request)->line('bank'), $search);
        if (!$request->headers->has('HX-Request')) {
            return $this->redirectToRoute('sourcing', ['number' => $number, 'q' => $search->text, 'c' => $search->lines(), 'in' => 'outside'], Response::HTTP_SEE_OTHER);
        }

        return new Response('', Response::HTTP_NO_CONTENT, ($this->outside->answers((int) $_subject->requisitionId, $search)[Input::of($request)->line('bank')]['pending'] ?? false) ? ['X-Pending' => '1'] : []);
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

    /** @return array{address: array<string, mixed>, times: array{ladder: float, fit: float}, result: SearchResult, ...} */
    private function found(int $number, Request $request): array
    {
        $requisition = $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
        $asked = SearchForm::read($request->query->all());
        $search = $asked ?? $requisition->lastSearch();
        $times = [hrtime(true)];
        $result = ($this->search)($search);
        $times[] = hrtime(true);
        if (null !== $asked && [] === $result->query->errors() && $asked->toArray() !== $requisition->lastSearch()->toArray()) {
            $this->db->transaction(static fn () => $requisition->search($asked));
        }
        $in = $request->query->getString('in');
        $source = \in_array($in, ['outside', 'short'], true) ? $in : 'own';
        $answers = $this->outside->answers($requisition->id, $search);
        $looked = $this->rows->looked($result->rows);
        $aside = $this->search->setAside($number);
        $new = self::whole($request, 'new');
        // only who is new in a saved search, when one comes from there
        $fresh = 0 === $new ? null : Bits::of($this->saved->fresh($new, $requisition->id, $this->me()->id));
        $left = static fn (\GMP $people): \GMP => gmp_and(null === $fresh ? $people : gmp_and($people, $fresh), gmp_com($aside));
        $weighing = $this->fits->weighing($requisition);
        $outside = $this->people->outside($requisition->id, $weighing, $answers);
        $ranking = 'outside' === $source ? null : $this->fits->rank($weighing, $this->search->strongest($left('short' === $source ? array_reduce($result->oneShort, gmp_or(...), gmp_init(0)) : $result->people), $weighing->measure->wanted, $weighing->weights, FitOfCandidates::SCORED));
        $refs = null === $ranking ? array_column($outside, 'ref') : array_map(strval(...), $ranking->ids);
        $times[] = hrtime(true);
        $open = $request->query->getString('person');
        $at = '' === $open ? false : array_search($open, $refs, true);
        $pages = max(1, (int) ceil(\count($refs) / self::SHOWN));
        $page = false !== $at && !$request->query->has('page') ? intdiv((int) $at, self::SHOWN) + 1 : max(1, min($pages, self::whole($request, 'page')));
        $from = ($page - 1) * self::SHOWN;
        $shown = null === $ranking ? \array_slice($outside, $from, self::SHOWN) : $this->people->own($requisition->id, $ranking, \array_slice($ranking->ids, $from, self::SHOWN));
        $person = array_values(array_filter($shown, static fn (array $one): bool => $one['ref'] === $open))[0] ?? $shown[0] ?? null;
        $position = null === $person ? 0 : 1 + (int) array_search($person['ref'], $refs, true);
        foreach ($shown as $i => $one) {
            $shown[$i]['passage'] = $this->highlighter->passage($one['text'], $looked);
        }
        $address = array_filter(['number' => $number, 'q' => $search->text, 'c' => $search->lines(), 'in' => 'own' === $source ? null : $source, 'new' => 0 === $new ? null : $new], static fn (mixed $v): bool => null !== $v && [] !== $v);

        return [
            'number' => $number, 'search' => $search, 'query' => $search->text, 'result' => $result, 'source' => $source, 'banks' => $this->banks($answers), 'outside' => \count($outside), 'found' => $shown, 'person' => $person, 'position' => $position, 'scored' => \count($refs), 'cut' => 'outside' !== $source && \count($refs) >= FitOfCandidates::SCORED, 'page' => $page, 'pages' => $pages,
            'next' => ['ref' => $refs[$position] ?? ''], 'rows' => $this->rows->shown($search, $result, $address), 'address' => $address, 'highlighted' => null === $person ? '' : $this->highlighter->mark($person['text'], $looked), 'approved' => $requisition->isApproved(),
            'trail' => null === $person || !ctype_digit($person['ref']) ? [] : $this->people->trail((int) $person['ref']), 'aside' => $this->people->setAside($requisition->id), 'short' => 'short' === $source ? $this->missed($result, array_column($shown, 'ref')) : [],
            'new' => $new, 'learned' => $weighing->learning->verdicts, ...$this->reasons($person), 'blank' => Kind::tryFrom($request->query->getString('add')), 'times' => ['ladder' => ($times[1] - $times[0]) / 1e6, 'fit' => ($times[2] - $times[1]) / 1e6],
        ];
    }

    /**
     * The outside databases with what each answered, and the contact views of this month.
     *
     * @param array<string, Answer> $answers
     *
     * @return list<array{key: string, name: string, answer: Answer|null, passing: int, used: int, of: int, warn: bool}>
     */
    private function banks(array $answers): array
    {
        $month = $this->views->month();
        $banks = [];
        foreach ($this->resumeBanks->all as $key => $bank) {
            ['used' => $used, 'of' => $of] = $month[$key] ?? ['used' => 0, 'of' => 0];
            $answer = $answers[$key] ?? null;
            $banks[] = ['key' => $key, 'name' => $bank->name(), 'answer' => $answer, 'passing' => \count(array_filter($answer['people'] ?? [], static fn (array $p): bool => [] === $p['misses'])), 'used' => $used, 'of' => $of, 'warn' => $used >= BankViews::WARN * $of];
        }

        return $banks;
    }

    /**
     * Which row each of them misses.
     *
     * @param list<string> $refs
     *
     * @return array<string, int> number of the row by person
     */
    private function missed(SearchResult $result, array $refs): array
    {
        $missed = [];
        foreach ($refs as $ref) {
            foreach ($result->oneShort as $i => $set) {
                if (gmp_testbit($set, (int) $ref)) {
                    $missed[$ref] = $i + 1;
                }
            }
        }

        return $missed;
    }

    /**
     * What the reader needs to give reasons: the titles of the jobs, and the passage in which each must or wish is said.
     *
     * @param Found|null $person
     *
     * @return array{titles: list<string>, passages: array<string, string>}
     */
    private function reasons(?array $person): array
    {
        $passages = [];
        foreach ($person['parts'] ?? [] as $part) {
            $terms = \in_array($part['kind'], ['must', 'wish'], true) && \is_string($part['wanted']) && \is_string($part['letter']) ? (new Tokeniser())->row($part['wanted']) : [];
            if ([] !== $terms && \in_array($part['coverage'], ['covered', 'partly'], true)) {
                // where the words stand together; where they do nowhere, the first of them
                $text = $person['text'] ?? '';
                $found = $this->highlighter->passage($text, [new Row($terms)], 100);
                $found = str_contains($found, '<mark>') ? $found : $this->highlighter->passage($text, array_map(static fn (string $t): Row => new Row([$t]), $terms), 100);
                $passages += str_contains($found, '<mark>') ? [$part['letter'] => $found] : [];
            }
        }
        $id = null !== $person && ctype_digit($person['ref']) ? (int) $person['ref'] : 0;

        return ['titles' => 0 === $id ? [] : array_map(static fn (Stint $s): string => $s->title, ($this->profiles->of([$id])[$id] ?? null)->stints ?? []), 'passages' => $passages];
    }
}
