<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Resume\Folded;
use Jorvent\Core\Resume\Tongues;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Message\RereadResumes;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;

/** Words that the reader lacked: each correction proposes its own, an admin takes or refuses them, and from then on resumes are read with them. */
final class Dictionary
{
    /** Which corrected field teaches which table. */
    private const TEACHES = ['spells' => ['title' => 'titles', 'employer' => 'employers'], 'education' => ['school' => 'schools']];
    private const LONGEST = 60;

    public const NOTHING_LEARNED = ['titles' => [], 'employers' => [], 'schools' => []];

    /** @var array{titles: list<string>, employers: list<string>, schools: list<string>} */
    private array $learned = self::NOTHING_LEARNED;
    private string $version = '';

    public function __construct(private readonly Db $db, private readonly ClockInterface $clock, private readonly ActivityLog $log, private readonly Deliveries $deliveries)
    {
    }

    /**
     * All words taken so far, folded; a long-running worker looks again whenever there are new ones.
     *
     * @return array{titles: list<string>, employers: list<string>, schools: list<string>}
     */
    public function learned(): array
    {
        $version = $this->db->row("SELECT count(*) || ' ' || coalesce(max(decided_at)::text, '') AS v FROM learned_term WHERE state = 'taken'")?->str('v') ?? '';
        if ($version !== $this->version) {
            $learned = self::NOTHING_LEARNED;
            foreach ($this->db->rows("SELECT kind, folded FROM learned_term WHERE state = 'taken' ORDER BY id") as $row) {
                $kind = $row->str('kind');
                if (isset($learned[$kind])) {
                    $learned[$kind][] = $row->str('folded');
                }
            }
            [$this->learned, $this->version] = [$learned, $version];
        }

        return $this->learned;
    }

    /**
     * What someone corrected proposes its words, as far as they were read otherwise; run in the transaction of the correction.
     *
     * @param array<array-key, mixed> $was as it was read
     * @param array<string, string>   $is  as it is
     */
    public function propose(string $kind, array $was, array $is): void
    {
        foreach (self::TEACHES[$kind] ?? [] as $field => $table) {
            $term = trim($is[$field] ?? '');
            $folded = Folded::phrase($term);
            if ('' === $folded || mb_strlen($term) > self::LONGEST || $folded === Folded::phrase(\is_string($was[$field] ?? null) ? $was[$field] : '') || \in_array($folded, Tongues::all()->phrases($table), true)) {
                continue;
            }
            $this->db->execute('INSERT INTO learned_term (kind, term, folded, at) VALUES (:k, :t, :f, :now) ON CONFLICT (kind, folded) DO UPDATE SET times = learned_term.times + 1', ['k' => $table, 't' => $term, 'f' => $folded, 'now' => $this->clock->now()]);
        }
    }

    /** @return list<Record> id, kind, term, times, state, by, decided_at; those that wait first, the most often met on top */
    public function terms(): array
    {
        return $this->db->rows("SELECT t.id, t.kind, t.term, t.times, t.state, t.at, t.decided_at, a.name AS by FROM learned_term t LEFT JOIN account a ON a.id = t.account_id ORDER BY (t.state = 'waiting') DESC, CASE WHEN t.state = 'waiting' THEN -t.times END, t.decided_at DESC, t.id DESC LIMIT 300");
    }

    /**
     * @param 'taken'|'refused' $state
     * @param string            $term  as it is to be known, which may be less than someone wrote
     */
    public function decide(int $id, string $state, string $term, int $by): void
    {
        $folded = Folded::phrase($term);
        if ('taken' === $state && mb_strlen($folded) < 3) {
            throw Refused::because('term_too_short', 'term');
        }
        $this->db->transaction(function () use ($id, $state, $term, $folded, $by): void {
            $row = $this->db->row('SELECT kind FROM learned_term WHERE id = :id FOR UPDATE', ['id' => $id]) ?? throw Refused::because('missing');
            if ('taken' === $state && 0 !== $this->db->int('SELECT count(*) FROM learned_term WHERE kind = :k AND folded = :f AND id <> :id', ['k' => $row->str('kind'), 'f' => $folded, 'id' => $id])) {
                throw Refused::because('term_known', 'term');
            }
            $this->db->execute('UPDATE learned_term SET state = :s, term = CASE WHEN :s = \'taken\' THEN :t ELSE term END, folded = CASE WHEN :s = \'taken\' THEN :f ELSE folded END, decided_at = :now, account_id = :by WHERE id = :id', ['s' => $state, 't' => mb_substr(trim($term), 0, self::LONGEST), 'f' => $folded, 'now' => $this->clock->now(), 'by' => $by, 'id' => $id]);
            $this->log->record('dictionary.'.$state, 'dictionary', $id, change: ['kind' => $row->str('kind')]);
        });
    }

    /** All resumes are read anew, in pieces; what people corrected stays as they said it. */
    public function readAnew(): void
    {
        if (null !== $this->progress()) {
            throw Refused::because('import_runs');
        }
        $run = $this->clock->now()->format('YmdHisu');
        $first = new RereadResumes($run, 0, 0, $this->db->int('SELECT count(*) FROM resume'));
        $this->deliveries->add($first, $first->key(), new About('resume', 0));
    }

    /** @return array{done: int, of: int}|null while resumes are read anew */
    public function progress(): ?array
    {
        $next = $this->deliveries->open(RereadResumes::class);

        return null === $next ? null : ['done' => $next->done, 'of' => $next->of];
    }
}
