<?php

declare(strict_types=1);

namespace Jorvent\People\Found;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\People\Highlighter;
use Jorvent\People\SearchContext;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/**
 * What the reader tells of someone found, besides the list: their working life with what the search looks for marked in it, the passages their parts of fit stand on, and in whose pipelines they are.
 *
 * @phpstan-import-type Found from FoundPeople
 *
 * @phpstan-type Life array{jobs: list<array{from: int, to: int, label: string, matched: bool, tied: bool}>, schools: list<array{from: int, to: int, label: string}>, gaps: list<array{from: int, to: int}>, papers: list<array{month: int, label: string}>, first: int, last: int}
 */
final readonly class FoundPerson
{
    /** A study whose beginning is not told is drawn so long. */
    private const STUDY_MONTHS = 24;
    /** A shorter time between two jobs is no gap. */
    private const GAP_MONTHS = 3;
    private const PAPERS = 6;

    public function __construct(private Db $db, private ClockInterface $clock, private Access $access, private Highlighter $highlighter, private SearchContext $contexts)
    {
    }

    /**
     * @param list<Node|Criterion> $rows
     * @param list<Row>            $looked
     *
     * @return Life|null null where no job and no study has a year
     */
    public function life(Profile $person, array $rows, array $looked): ?array
    {
        $now = $this->clock->now();
        $month = 12 * (int) $now->format('Y') + (int) $now->format('n');
        $judge = new Judge($this->contexts->on());
        $criteria = array_filter($rows, static fn (Node|Criterion $r): bool => $r instanceof Criterion && !$r->out);
        $meets = static fn (Stint $s, bool $tie): bool => [] !== array_filter($criteria, static fn (Criterion $c): bool => ($tie ? Kind::OneJob === $c->kind : $c->kind->ofJob()) && $judge->meets($s, $c));
        $jobs = $schools = $spans = [];
        foreach ($person->stints as $stint) {
            $from = $stint->from ?? $stint->to;
            $to = $stint->ongoing ? $month : 1 + ($stint->to ?? $from ?? 0);
            if (null !== $from) {
                $tied = $meets($stint, true);
                $jobs[] = ['from' => $from, 'to' => max($to, $from + 1), 'label' => $stint->title.', '.$stint->employer, 'matched' => $tied || $meets($stint, false) || $this->highlighter->says($stint->title."\n".$stint->employer."\n".$stint->text, $looked), 'tied' => $tied];
                $spans[] = [$from, max($to, $from + 1)];
            }
        }
        foreach ($person->studies as $study) {
            if (null !== $study->ended) {
                $schools[] = ['from' => 12 * $study->ended + 6 - self::STUDY_MONTHS, 'to' => 12 * $study->ended + 6, 'label' => trim($study->school.', '.$study->field, ', ')];
                $spans[] = [12 * $study->ended + 6 - self::STUDY_MONTHS, 12 * $study->ended + 6];
            }
        }
        if ([] === $spans) {
            return null;
        }
        $first = 12 * intdiv(min(array_column($spans, 0)), 12);

        return ['jobs' => $jobs, 'schools' => $schools, 'gaps' => self::gaps($spans), 'papers' => self::papers($person, $first, $month), 'first' => $first, 'last' => max($month, ...array_column($spans, 1))];
    }

    /**
     * The passage in which each must or wish is said, marked, by letter of the part.
     *
     * @param Found $person
     *
     * @return array<string, string>
     */
    public function passages(array $person): array
    {
        $passages = [];
        foreach ($person['parts'] as $part) {
            $terms = \in_array($part['kind'], ['must', 'wish'], true) && \is_string($part['wanted']) && \is_string($part['letter']) ? (new Tokeniser())->row($part['wanted']) : [];
            if ([] !== $terms && \in_array($part['coverage'], ['covered', 'partly'], true)) {
                // where the words stand together; where they do nowhere, the first of them
                $found = $this->highlighter->passage($person['text'], [new Row($terms)], 100);
                $found = str_contains($found, '<mark>') ? $found : $this->highlighter->passage($person['text'], array_map(static fn (string $t): Row => new Row([$t]), $terms), 100);
                $passages += str_contains($found, '<mark>') ? [$part['letter'] => $found] : [];
            }
        }

        return $passages;
    }

    /**
     * In which other pipelines someone is or was, the active first; of those one may not read only how many.
     *
     * @return array{read: list<Record>, more: int} number, title, stage, state, recruiter, since
     */
    public function pipelines(int $candidate, int $requisition, Account $me): array
    {
        [$visible, $parameters] = $this->access->visible($me, Permission::ReadPipeline);
        $rows = $this->db->rows(
            "SELECT r.number, r.title, p.id, p.stage, p.state, p.entered_at AS since, a.name AS recruiter, $visible AS may FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id LEFT JOIN account a ON a.id = r.recruiter_id
             WHERE p.candidate_id = :c AND p.requisition_id <> :here ORDER BY p.state <> 'active', p.entered_at DESC LIMIT 12", ['c' => $candidate, 'here' => $requisition] + $parameters);
        $read = array_values(array_filter($rows, static fn (Record $r): bool => $r->bool('may')));

        return ['read' => $read, 'more' => \count($rows) - \count($read)];
    }

    /**
     * @param list<array{int, int}> $spans
     *
     * @return list<array{from: int, to: int}>
     */
    private static function gaps(array $spans): array
    {
        sort($spans);
        $gaps = [];
        $end = null;
        foreach ($spans as [$from, $to]) {
            if (null !== $end && $from - $end >= self::GAP_MONTHS) {
                $gaps[] = ['from' => $end, 'to' => $from];
            }
            $end = max($end ?? $to, $to);
        }

        return $gaps;
    }

    /** @return list<array{month: int, label: string}> papers whose end is told stand at it, as far as it is on the ruler */
    private static function papers(Profile $person, int $first, int $now): array
    {
        $papers = [];
        foreach (\array_slice($person->licences, 0, self::PAPERS) as $licence) {
            $month = null === $licence->until ? null : 12 * (int) $licence->until->format('Y') + (int) $licence->until->format('n') - 1;
            if (null !== $month && $month >= $first) {
                $papers[] = ['month' => min($month, $now), 'label' => $licence->name.($month < $now ? ' † ' : ' → ').$licence->until->format('M Y')];
            }
        }
        usort($papers, static fn (array $a, array $b): int => $a['month'] <=> $b['month']);

        return $papers;
    }
}
