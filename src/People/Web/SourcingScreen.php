<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Query\Groups;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Stint;
use Jorvent\Messages\Letters;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\People\AskOutside;
use Jorvent\People\BankViews;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Found\FoundPeople;
use Jorvent\People\Found\FoundPeopleKept;
use Jorvent\People\Found\FoundPerson;
use Jorvent\People\Highlighter;
use Jorvent\People\Profiles;
use Jorvent\People\SavedSearches;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchReach;
use Jorvent\People\SearchResult;
use Jorvent\People\SearchRows;
use Jorvent\People\SourcingPlaces;
use Jorvent\People\Store\Bits;
use Jorvent\People\Weighing;
use Jorvent\Platform\Web\Turn;
use Jorvent\Requisitions\Read\RequisitionFacts;

/**
 * All that the search screen shows at one moment: the rows with their figures, a page of people by fit, and one of them in the reader.
 *
 * @phpstan-import-type Found from FoundPeople
 * @phpstan-import-type Answer from AskOutside
 */
final readonly class SourcingScreen
{
    private const SHOWN = 25;
    /** Verdicts after which nobody is asked for more, and how many people are marked at once. */
    private const ENOUGH = 24;
    private const TELLING = 3;

    public function __construct(private FitOfCandidates $fits, private SearchCandidates $search, private SearchReach $reach, private FoundPeople $people, private FoundPerson $one, private SearchRows $rows, private Profiles $profiles, private SavedSearches $saved, private SourcingPlaces $places, private Highlighter $highlighter, private ResumeBanks $resumeBanks, private AskOutside $outside, private BankViews $views, private FoundPeopleKept $kept, private Letters $letters, private Turn $turn)
    {
    }

    /**
     * @param 'all'|'list'|'reader' $part the list with its figures, one person, or both
     *
     * @return array{address: array<string, mixed>, times: array{ladder: float, fit: float}, result: SearchResult, ...}
     */
    public function of(RequisitionFacts $requisition, Search $search, SourcingAsked $asked, Account $me, string $part = 'all'): array
    {
        $weighing = $this->fits->weighing($requisition);
        $result = $this->searched($requisition, $search, $me);
        $started = hrtime(true);
        $this->turn->check();
        $place = $asked->isPlain() ? $this->places->of($me->id, $requisition->id) : null;
        $source = $place['source'] ?? $asked->source;
        $open = $place['person'] ?? $asked->person;
        $answers = $this->outside->answers($requisition->id, $search);
        $outside = $this->people->outside($requisition->id, $weighing, $answers);
        $ranking = 'outside' === $source ? null : $this->ranked($result, $source, $weighing, $this->fresh($asked->new, $requisition, $me));
        $refs = null === $ranking ? array_column($outside, 'ref') : array_map(strval(...), $ranking->ids);
        $scored = hrtime(true);
        $this->turn->check();
        $at = '' === $open ? false : array_search($open, $refs, true);
        $pages = max(1, (int) ceil(\count($refs) / self::SHOWN));
        $page = false !== $at && 0 === $asked->page ? intdiv((int) $at, self::SHOWN) + 1 : max(1, min($pages, $asked->page));
        [$from, $many] = 'reader' === $part && false !== $at ? [(int) $at, 1] : [($page - 1) * self::SHOWN, self::SHOWN];
        $shown = null === $ranking ? \array_slice($outside, $from, $many) : $this->people->own($requisition->id, $weighing, $ranking, \array_slice($ranking->ids, $from, $many));
        $person = array_values(array_filter($shown, static fn (array $one): bool => $one['ref'] === $open))[0] ?? $shown[0] ?? null;
        $telling = 'own' === $source && 'reader' !== $part && $requisition->isApproved() ? self::telling($weighing, $shown) : [];
        $looked = $this->rows->looked($result->rows);
        // what was typed before what a criterion says, which the first line of most resumes says too
        $typed = $this->rows->looked($result->query->conjuncts());
        foreach ('reader' === $part ? [] : $shown as $i => $one) {
            $passage = $this->highlighter->passage($one['text'], $typed);
            $shown[$i]['passage'] = [] === $typed || !str_contains($passage, '<mark>') ? $this->highlighter->passage($one['text'], $looked) : $passage;
        }
        $address = array_filter(['number' => $requisition->number, 'q' => $search->text, 'c' => $search->lines(), 'in' => 'own' === $source ? null : $source, 'new' => 0 === $asked->new ? null : $asked->new], static fn (mixed $v): bool => null !== $v && [] !== $v);
        $position = null === $person ? 0 : 1 + (int) array_search($person['ref'], $refs, true);
        $common = [
            'number' => $requisition->number, 'search' => $search, 'query' => $search->text, 'result' => $result, 'source' => $source, 'person' => $person, 'position' => $position, 'scored' => \count($refs), 'page' => $page, 'next' => ['ref' => $refs[$position] ?? ''], 'rows' => $this->rows->shown($search, $result, $address),
            'address' => $address, 'approved' => $requisition->isApproved(), 'short' => 'short' === $source ? self::missed($result, array_column($shown, 'ref')) : [], 'times' => ['ladder' => $result->took, 'fit' => ($scored - $started) / 1e6],
        ];
        $list = 'reader' === $part ? [] : [
            'groups' => Groups::of($result->query), 'banks' => $this->banks($answers), 'outside' => \count($outside), 'found' => $shown, 'cut' => 'outside' !== $source && \count($refs) >= FitOfCandidates::SCORED, 'pages' => $pages, 'aside' => $this->people->setAside($requisition->id),
            'new' => $asked->new, 'learned' => $weighing->learning->verdicts, 'telling' => $telling, 'blank' => Kind::tryFrom($asked->add),
        ];

        return $common + $list + ('list' === $part ? [] : $this->reader($requisition, $result, $person, $looked, $me));
    }

    /** A search within the searcher's reach, with those set aside at the same moment. */
    public function searched(RequisitionFacts $requisition, Search $search, Account $me, bool $deep = true): SearchResult
    {
        return ($this->search)($search, $this->reach->of($me), null, [SearchCandidates::aside($requisition->number)], $deep);
    }

    /** Those found, or one short, without whom was set aside, by fit; of a result of searched(). */
    public function ranked(SearchResult $result, string $source, Weighing $weighing, ?\GMP $fresh = null): Ranking
    {
        $people = 'short' === $source ? array_reduce($result->oneShort, gmp_or(...), gmp_init(0)) : $result->people;
        $people = gmp_and(null === $fresh ? $people : gmp_and($people, $fresh), gmp_com($result->more[0]));

        return $this->fits->rank($weighing, $this->search->strongest($people, $weighing->measure->wanted, $weighing->weights, FitOfCandidates::SCORED));
    }

    /**
     * Those of a page whose verdicts would tell most of the weights; none where nothing is learned, or enough is.
     *
     * @param list<Found> $shown
     *
     * @return list<string>
     */
    private static function telling(Weighing $weighing, array $shown): array
    {
        if (null === $weighing->verdicts || \count($weighing->verdicts) >= self::ENOUGH) {
            return [];
        }
        $people = [];
        foreach ($shown as $one) {
            if (!$one['kept']) {
                $people[$one['ref']] = array_map(static fn (array $p): ?float => \is_float($p['value'] ?? null) ? $p['value'] : null, $one['parts']);
            }
        }

        return array_map(strval(...), Learning::telling($weighing->prior, $weighing->verdicts, $people, self::TELLING));
    }

    /** Only who is new in a saved search, when one comes from there. */
    private function fresh(int $search, RequisitionFacts $requisition, Account $me): ?\GMP
    {
        return 0 === $search ? null : Bits::of($this->saved->fresh($search, $requisition->id, $me->id));
    }

    /**
     * @param Found|null                     $person
     * @param list<\Jorvent\Core\Query\Row> $looked
     *
     * @return array<string, mixed>
     */
    private function reader(RequisitionFacts $requisition, SearchResult $result, ?array $person, array $looked, Account $me): array
    {
        if (null === $person) {
            return ['highlighted' => '', 'titles' => [], 'passages' => [], 'life' => null, 'trail' => [], 'elsewhere' => ['read' => [], 'more' => 0], 'blockers' => []];
        }
        $id = ctype_digit($person['ref']) ? (int) $person['ref'] : 0;
        $profile = 0 === $id ? null : $this->profiles->of([$id])[$id] ?? null;

        return [
            'highlighted' => $this->highlighter->mark($person['text'], $looked), 'titles' => array_map(static fn (Stint $s): string => $s->title, $profile->stints ?? []), 'passages' => $this->one->passages($person), 'life' => null === $profile ? null : $this->one->life($profile, $result->rows, $looked),
            'trail' => 0 === $id ? [] : $this->letters->trail($id, $me), 'elsewhere' => 0 === $id ? ['read' => [], 'more' => 0] : $this->one->pipelines($id, $requisition->id, $me), 'blockers' => 0 === $id ? [] : $this->kept->blockers($requisition->id, [$id])[$id] ?? [],
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
    private static function missed(SearchResult $result, array $refs): array
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
}
