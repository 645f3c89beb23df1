<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Search\Fit;
use Jorvent\Core\Search\Person;
use Jorvent\Core\Search\Search;
use Jorvent\Outside\ResumeBanks\BankAnswer;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Highlighter;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchResult;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Pipeline\SetAside;
use Jorvent\Platform\Database\Db;
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

/** Searching: the query line, what each criterion lets through, who was found, and one person in the reader. */
#[Route('/r/{number}/sourcing', requirements: ['number' => '\d{1,9}'])]
final class SourcingPage extends Page
{
    private const SHOWN = 60;

    public function __construct(private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly FitOfCandidates $fits)
    {
    }

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('', name: 'sourcing', methods: ['GET'])]
    public function show(int $number, Request $request, SearchCandidates $search, ResumeBank $bank): Response
    {
        $requisition = $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
        $query = $request->query->has('q') ? trim($request->query->getString('q')) : $requisition->query;
        $result = $search(new Search($query));
        $ids = $search->latest($result->people, 200);
        if ($query !== $requisition->query && [] === $result->query->errors()) {
            $this->db->transaction(static fn () => $requisition->search($query));
        }
        $source = 'bank' === $request->query->getString('in') ? 'bank' : 'own';
        [$answer, $failure] = $this->ask($bank, $result, $query, 'bank' === $source ? self::SHOWN : 0);
        $view = $this->views->byNumber($number);
        $found = 'bank' === $source ? $this->fromBank($requisition, $view->facts->str('city'), $bank->key(), $answer) : $this->own($requisition, $view->facts->str('city'), $ids);
        $open = $request->query->getString('person', $found[0]['ref'] ?? '');
        $person = array_values(array_filter($found, static fn (array $f): bool => $f['ref'] === $open))[0] ?? $found[0] ?? null;
        $printer = new Printer();

        return $this->render('people/sourcing.html.twig', [
            'view' => $view, 'query' => $query, 'result' => $result, 'source' => $source, 'bank' => $bank, 'answer' => $answer, 'failure' => $failure, 'found' => $found, 'person' => $person, 'hidden' => 'bank' === $source ? [] : $this->hidden($requisition->id, $ids),
            'rows' => array_map(static fn ($n): array => ['text' => $printer->write($n instanceof Not ? $n->node : $n), 'not' => $n instanceof Not, 'alternatives' => $n instanceof \Jorvent\Core\Query\Any && '' === $n->written ? array_map($printer->write(...), $n->nodes) : []], $result->query->conjuncts()),
            'without' => $this->without($result), 'highlighted' => null === $person ? '' : (new Highlighter())->mark($person['text'], $result->query->node), 'position' => null === $person ? 0 : 1 + (int) array_search($person, $found, true), 'approved' => $requisition->isApproved(),
            'trail' => null === $person || !ctype_digit($person['ref']) ? [] : $this->trail((int) $person['ref']),
        ]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/keep', name: 'sourcing_keep', methods: ['POST'])]
    public function keep(int $number, Request $request, KeepCandidate $keep, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $keep((int) $_subject->requisitionId, $input->line('person'), $this->me()->id), 'kept', 'sourcing', $this->afterwards($number, $input), ['%name%' => $input->line('name')]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/aside', name: 'sourcing_aside', methods: ['POST'])]
    public function aside(int $number, Request $request, SetAside $aside, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $aside((int) $_subject->requisitionId, (int) $input->int('person'), $this->me()->id), 'set_aside', 'sourcing', $this->afterwards($number, $input), ['%name%' => $input->line('name')]);
    }

    /** @return array<string, mixed> */
    private function afterwards(int $number, Input $input): array
    {
        return array_filter(['number' => $number, 'in' => 'bank' === $input->line('in') ? 'bank' : null, 'person' => $input->line('next')], static fn ($v): bool => null !== $v && '' !== $v);
    }

    /** @return array{BankAnswer|null, string|null} */
    private function ask(ResumeBank $bank, SearchResult $result, string $query, int $limit): array
    {
        if (null === $result->query->node || [] !== $result->query->errors()) {
            return [null, null];
        }
        try {
            return [$bank->search($query, $limit), null];
        } catch (NotNow|RefusedByThem $e) {
            return [null, $e->getMessage()];
        }
    }

    /**
     * @param list<int> $ids
     *
     * @return list<array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, unsure: array{resume: int, count: int}|null}> by fit
     */
    private function own(Requisition $requisition, string $city, array $ids): array
    {
        $fits = ($this->fits)($requisition->wanted($city), $ids);
        $rows = [] === $ids ? [] : $this->db->rows(
            'SELECT c.id, c.name, c.headline, c.city, c.years, c.would_move, c.active_on, c.contact_barred_until, r.text, r.id AS resume, r.unsure, p.id AS application FROM candidate c LEFT JOIN LATERAL (SELECT id, text, unsure FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true
             LEFT JOIN application p ON p.candidate_id = c.id AND p.requisition_id = :r WHERE c.id IN (:ids) AND NOT EXISTS (SELECT 1 FROM verdict v WHERE v.candidate_id = c.id AND v.requisition_id = :r) AND c.erased_at IS NULL',
            ['ids' => $ids, 'r' => $requisition->id],
        );
        $found = [];
        foreach ($rows as $row) {
            $fit = $fits[$row->int('id')] ?? null;
            $found[] = ['ref' => (string) $row->int('id'), 'name' => $row->str('name'), 'headline' => $row->str('headline'), 'city' => $row->strOrNull('city') ?? '', 'years' => $row->floatOrNull('years'), 'text' => $row->strOrNull('text') ?? '', 'score' => $fit?->score,
                'parts' => array_map(static fn ($p): array => $p->toArray(), $fit->parts ?? []), 'kept' => null !== $row->intOrNull('application'), 'barred' => $row->strOrNull('contact_barred_until'), 'would_move' => null === $row['would_move'] ? null : $row->bool('would_move'), 'active_on' => $row->strOrNull('active_on'), 'known' => null, 'unsure' => ($row->intOrNull('unsure') ?? 0) > 0 ? ['resume' => $row->int('resume'), 'count' => $row->int('unsure')] : null];
        }

        return $this->byFit($found);
    }

    /** @return list<array{ref: string, name: string, headline: string, city: string, years: float|null, text: string, score: int|null, parts: list<array<string, mixed>>, kept: bool, barred: string|null, would_move: bool|null, active_on: string|null, known: string|null, unsure: array{resume: int, count: int}|null}> */
    private function fromBank(Requisition $requisition, string $city, string $key, ?BankAnswer $answer): array
    {
        $known = [];
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

        return \array_slice($found, 0, self::SHOWN);
    }

    /**
     * @param list<int> $ids
     *
     * @return list<\Jorvent\Platform\Database\Record> people set aside for this requisition among those found
     */
    private function hidden(int $requisition, array $ids): array
    {
        return [] === $ids ? [] : $this->db->rows('SELECT c.id, c.name FROM verdict v JOIN candidate c ON c.id = v.candidate_id WHERE v.requisition_id = :r AND v.candidate_id IN (:ids) ORDER BY v.at DESC', ['r' => $requisition, 'ids' => $ids]);
    }

    /** @return list<string> the query line without each row */
    private function without(SearchResult $result): array
    {
        $printer = new Printer();
        $rows = $result->query->conjuncts();

        return array_map(static fn (int $i): string => implode(' AND ', array_map(static fn ($n): string => $n instanceof \Jorvent\Core\Query\Any && '' === $n->written ? '('.$printer->write($n).')' : $printer->write($n), array_values(array_diff_key($rows, [$i => 0])))), array_keys($rows));
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    private function trail(int $candidate): array
    {
        return $this->db->rows("SELECT o.created_at, o.state, r.title, r.number, p.content ->> 'subject' AS subject FROM outbox o LEFT JOIN requisition r ON r.id = o.requisition_id LEFT JOIN personal_value p ON p.id = o.personal_id WHERE o.candidate_id = :c AND o.kind = 'mail' AND o.state <> 'dropped' ORDER BY o.id DESC LIMIT 3", ['c' => $candidate]);
    }
}
