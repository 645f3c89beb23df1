<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Fit;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Person;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Widen;
use Jorvent\Outside\ResumeBanks\BankAnswer;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\People\Facets;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Highlighter;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchResult;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Pipeline\SetAside;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Outbox\NotNow;
use Jorvent\Platform\Outbox\RefusedByThem;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\RequisitionViews;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Searching: the query line and the criteria, what each lets through, who was found, and one person in the reader. The whole page, or only what changes while someone types. */
#[Route('/r/{number}/sourcing', requirements: ['number' => '\d{1,9}'])]
final class SourcingPage extends Page
{
    private const SHOWN = 25;
    /** So many are scored; of more, the most lately active. */
    private const SCORED = 2_000;

    public function __construct(private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly FitOfCandidates $fits, private readonly SearchCandidates $search, private readonly Facets $facets, private readonly Highlighter $highlighter, private readonly ResumeBank $bank)
    {
    }

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('', name: 'sourcing', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        $found = $this->found($number, $request);

        return $this->render('people/sourcing.html.twig', $found + ['view' => $this->views->byNumber($number)]);
    }

    /** What changes while someone types: no frame, no process line. */
    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('/results', name: 'sourcing_results', methods: ['GET'])]
    public function results(int $number, Request $request): Response
    {
        $started = hrtime(true);
        $found = $this->found($number, $request);
        // after keeping someone the line above changed too
        $response = $this->render('people/_sourcing.html.twig', $found + ($request->query->has('line') ? ['view' => $this->views->byNumber($number)] : []));
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

        return array_filter(['number' => $number, 'q' => $search?->text, 'c' => $search?->lines(), 'in' => \in_array($in, ['bank', 'short'], true) ? $in : null, 'page' => $input->int('page'), 'person' => $input->line('next'), 'line' => $request->headers->has('HX-Request') ? 'new' : null], static fn (mixed $v): bool => null !== $v && '' !== $v && [] !== $v && 1 !== $v);
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
        $source = \in_array($in, ['bank', 'short'], true) ? $in : 'own';
        [$answer, $failure] = 'bank' === $source ? $this->ask($result, $search->text) : [null, null];
        $city = $this->db->row('SELECT city FROM site WHERE id = :id', ['id' => $requisition->siteId])?->str('city') ?? '';
        $looked = $this->looked($result->rows);
        $aside = $this->search->setAside($number);
        $left = static fn (\GMP $people): \GMP => gmp_and($people, gmp_com($aside));
        $outside = 'bank' === $source ? $this->fromBank($requisition, $city, $answer) : [];
        $ranked = match ($source) {
            'bank' => [],
            'short' => $this->ranked($requisition, $city, $this->search->latest($left(array_reduce($result->oneShort, gmp_or(...), gmp_init(0))), self::SCORED)),
            default => $this->ranked($requisition, $city, $this->search->latest($left($result->people), self::SCORED)),
        };
        $refs = array_column('bank' === $source ? $outside : $ranked, 'ref');
        $times[] = hrtime(true);
        $open = $request->query->getString('person');
        $at = '' === $open ? false : array_search($open, $refs, true);
        $pages = max(1, (int) ceil(\count($refs) / self::SHOWN));
        $page = false !== $at && !$request->query->has('page') ? intdiv((int) $at, self::SHOWN) + 1 : max(1, min($pages, self::whole($request, 'page')));
        $from = ($page - 1) * self::SHOWN;
        $shown = 'bank' === $source ? \array_slice($outside, $from, self::SHOWN) : $this->told($requisition, \array_slice($ranked, $from, self::SHOWN));
        $person = array_values(array_filter($shown, static fn (array $one): bool => $one['ref'] === $open))[0] ?? $shown[0] ?? null;
        $position = null === $person ? 0 : 1 + (int) array_search($person['ref'], $refs, true);
        foreach ($shown as $i => $one) {
            $shown[$i]['passage'] = $this->highlighter->passage($one['text'], $looked);
        }
        $address = array_filter(['number' => $number, 'q' => $search->text, 'c' => $search->lines(), 'in' => 'own' === $source ? null : $source], static fn (mixed $v): bool => null !== $v && [] !== $v);

        return [
            'number' => $number, 'search' => $search, 'query' => $search->text, 'result' => $result, 'source' => $source, 'bank' => $this->bank, 'answer' => $answer, 'failure' => $failure, 'found' => $shown, 'person' => $person, 'position' => $position, 'scored' => \count($refs), 'cut' => 'bank' !== $source && \count($refs) >= self::SCORED, 'page' => $page, 'pages' => $pages,
            'next' => ['ref' => $refs[$position] ?? ''], 'rows' => $this->rows($search, $result, $address), 'address' => $address, 'highlighted' => null === $person ? '' : $this->highlighter->mark($person['text'], $looked), 'approved' => $requisition->isApproved(),
            'trail' => null === $person || !ctype_digit($person['ref']) ? [] : $this->trail((int) $person['ref']), 'aside' => $this->setAside($requisition->id), 'short' => 'short' === $source ? $this->missed($result, array_column($shown, 'ref')) : [],
            'blank' => Kind::tryFrom($request->query->getString('add')), 'times' => ['ladder' => ($times[1] - $times[0]) / 1e6, 'fit' => ($times[2] - $times[1]) / 1e6],
        ];
    }

    /**
     * The rows of the ladder as they are shown.
     *
     * @param array<string, mixed> $address
     *
     * @return list<array{row: Node|Criterion, text: string, not: bool, alternatives: list<string>, values: list<string>, without: array<string, mixed>, loose: array<string, mixed>|null, criterion: int|null}>
     */
    private function rows(Search $search, SearchResult $result, array $address): array
    {
        $printer = new Printer();
        $conjuncts = $result->query->conjuncts();
        $rows = [];
        foreach ($result->rows as $i => $row) {
            $at = $row instanceof Criterion ? $i - \count($conjuncts) : null;
            $changed = static fn (?Criterion $other): array => ['c' => (new Search('', null === $other ? array_values(array_diff_key($search->criteria, [$at => 0])) : array_values(array_replace($search->criteria, [$at => $other]))))->lines()] + $address;
            $rows[] = [
                'row' => $row, 'criterion' => $at, 'not' => $row instanceof Not || ($row instanceof Criterion && $row->out), 'text' => $row instanceof Criterion ? '' : $printer->write($row instanceof Not ? $row->node : $row),
                'alternatives' => $row instanceof Any && '' === $row->written ? array_map($printer->write(...), $row->nodes) : [], 'values' => $row instanceof Criterion ? $row->values : [],
                'without' => $row instanceof Criterion ? $changed(null) : ['q' => $this->without($conjuncts, $i)] + $address,
                'loose' => $row instanceof Criterion && Kind::OneJob === $row->kind ? ['c' => (new Search('', array_values(array_merge(array_diff_key($search->criteria, [$at => 0]), array_map(static fn (Criterion $p): Criterion => $p->kind->ofJob() ? $p->with(['when' => $row->when, 'from' => $row->from, 'to' => $row->to]) : new Criterion(Kind::OneJob, when: $row->when, parts: [$p]), $row->parts)))))->lines()] + $address : null,
            ];
        }

        return $rows;
    }

    /** @param list<Node> $conjuncts */
    private function without(array $conjuncts, int $i): string
    {
        $printer = new Printer();

        return implode(' AND ', array_map(static fn (Node $n): string => $n instanceof Any && '' === $n->written ? '('.$printer->write($n).')' : $printer->write($n), array_values(array_diff_key($conjuncts, [$i => 0]))));
    }

    /**
     * What is marked in a text: what the query looks for, and titles and employers of criteria.
     *
     * @param list<Node|Criterion> $rows
     *
     * @return list<Row>
     */
    private function looked(array $rows): array
    {
        $looked = [];
        $of = static fn (Criterion $c): array => $c->out || !$c->kind->ofWords() ? [] : array_values(array_filter(array_map(static function (string $v): ?Row {
            $terms = (new Tokeniser())->row($v);

            return [] === $terms ? null : new Row($terms);
        }, $c->values)));
        foreach ($rows as $row) {
            array_push($looked, ...$row instanceof Criterion ? array_merge($of($row), ...array_map($of, $row->parts)) : $this->highlighter->rows($row));
        }

        return $looked;
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

    /** @return array{BankAnswer|null, string|null} */
    private function ask(SearchResult $result, string $query): array
    {
        if (null === $result->query->node || [] !== $result->query->errors()) {
            return [null, null];
        }
        try {
            return [$this->bank->search($query, 60), null];
        } catch (NotNow|RefusedByThem $e) {
            return [null, $e->getMessage()];
        }
    }

    /**
     * Everyone scored, by fit, those set aside left out: reference and fit; what is shown of them is read for those that are shown.
     *
     * @param list<int> $ids
     *
     * @return list<array{ref: string, fit: Fit}>
     */
    private function ranked(Requisition $requisition, string $city, array $ids): array
    {
        $fits = ($this->fits)($requisition->wanted($city), $ids);
        $ranked = [];
        foreach ($fits as $id => $fit) {
            $ranked[] = ['ref' => (string) $id, 'fit' => $fit];
        }
        usort($ranked, static fn (array $a, array $b): int => [$b['fit']->score ?? -1, (int) $a['ref']] <=> [$a['fit']->score ?? -1, (int) $b['ref']]);

        return $ranked;
    }

    /**
     * @param list<array{ref: string, fit: Fit}> $ranked
     *
     * @return list<array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, unsure: array{resume: int, count: int}|null}>
     */
    private function told(Requisition $requisition, array $ranked): array
    {
        $rows = [];
        foreach ([] === $ranked ? [] : $this->db->rows(
            'SELECT c.id, c.name, c.headline, c.city, c.years, c.would_move, c.active_on, c.contact_barred_until, r.text, r.id AS resume, r.unsure, p.id AS application FROM candidate c LEFT JOIN LATERAL (SELECT id, text, unsure FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true
             LEFT JOIN application p ON p.candidate_id = c.id AND p.requisition_id = :r WHERE c.id = ANY (CAST(:ids AS int[]))',
            ['ids' => '{'.implode(',', array_column($ranked, 'ref')).'}', 'r' => $requisition->id],
        ) as $row) {
            $rows[$row->int('id')] = $row;
        }
        $told = [];
        foreach ($ranked as ['ref' => $ref, 'fit' => $fit]) {
            $row = $rows[(int) $ref] ?? null;
            if (null !== $row) {
                $told[] = ['ref' => $ref, 'name' => $row->str('name'), 'headline' => $row->str('headline'), 'city' => $row->strOrNull('city') ?? '', 'years' => $row->floatOrNull('years'), 'text' => $row->strOrNull('text') ?? '', 'score' => $fit->score,
                    'parts' => array_map(static fn ($p): array => $p->toArray(), $fit->parts), 'kept' => null !== $row->intOrNull('application'), 'barred' => $row->strOrNull('contact_barred_until'), 'would_move' => null === $row['would_move'] ? null : $row->bool('would_move'), 'active_on' => $row->strOrNull('active_on'), 'known' => null, 'unsure' => ($row->intOrNull('unsure') ?? 0) > 0 ? ['resume' => $row->int('resume'), 'count' => $row->int('unsure')] : null];
            }
        }

        return $told;
    }

    /** @return list<array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, unsure: array{resume: int, count: int}|null}> */
    private function fromBank(Requisition $requisition, string $city, ?BankAnswer $answer): array
    {
        $known = [];
        $key = $this->bank->key();
        $refs = array_map(static fn ($p): string => $key.':'.$p->ref, $answer->people ?? []);
        foreach ([] === $refs ? [] : $this->db->rows('SELECT c.outside_ref, c.name, p.id AS application FROM candidate c LEFT JOIN application p ON p.candidate_id = c.id AND p.requisition_id = :r WHERE c.outside_ref IN (:refs)', ['refs' => $refs, 'r' => $requisition->id]) as $row) {
            $known[$row->str('outside_ref')] = $row;
        }
        $wanted = $requisition->wanted($city);
        $found = [];
        foreach ($answer->people ?? [] as $p) {
            $fit = Fit::of($wanted, new Person(Document::of($p->headline, $p->text), $p->years, $p->city, $p->wouldMove));
            $row = $known[$key.':'.$p->ref] ?? null;
            $found[] = ['ref' => $key.':'.$p->ref, 'name' => $p->name, 'headline' => $p->headline, 'city' => $p->city ?? '', 'years' => $p->years, 'text' => $p->text, 'score' => $fit->score, 'parts' => array_map(static fn ($part): array => $part->toArray(), $fit->parts), 'kept' => null !== $row?->intOrNull('application'), 'barred' => null, 'would_move' => $p->wouldMove, 'active_on' => $p->activeOn, 'known' => $row?->str('name'), 'unsure' => null];
        }

        return $this->byFit($found);
    }

    /**
     * @template T of array{score: int|null, name: string, ...}
     *
     * @param list<T> $found
     *
     * @return list<T>
     */
    private function byFit(array $found): array
    {
        usort($found, static fn (array $a, array $b): int => [$b['score'] ?? -1, $a['name']] <=> [$a['score'] ?? -1, $b['name']]);

        return $found;
    }

    /** @return list<Record> people set aside for this requisition, the last first */
    private function setAside(int $requisition): array
    {
        return $this->db->rows('SELECT c.id, c.name FROM verdict v JOIN candidate c ON c.id = v.candidate_id WHERE v.requisition_id = :r ORDER BY v.at DESC LIMIT 5', ['r' => $requisition]);
    }

    /** @return list<Record> */
    private function trail(int $candidate): array
    {
        return $this->db->rows("SELECT o.created_at, o.state, r.title, r.number, p.content ->> 'subject' AS subject FROM outbox o LEFT JOIN requisition r ON r.id = o.requisition_id LEFT JOIN personal_value p ON p.id = o.personal_id WHERE o.candidate_id = :c AND o.kind = 'mail' AND o.state <> 'dropped' ORDER BY o.id DESC LIMIT 3", ['c' => $candidate]);
    }
}
