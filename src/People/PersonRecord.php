<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What is set about a person by hand and used everywhere: tags, and until when they are not to be contacted. */
final readonly class PersonRecord
{
    public const MOST_TAGS = 30;
    private const NOTE = 4_000;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private IndexCandidate $index)
    {
    }

    /** @return list<Record> tags of a person: id, name */
    public function tags(int $candidate): array
    {
        return $this->db->rows('SELECT t.id, t.name FROM candidate_tag c JOIN tag t ON t.id = c.tag_id WHERE c.candidate_id = :c ORDER BY lower(t.name)', ['c' => $candidate]);
    }

    /** @return Record all that a person's page sets: tags, all_tags (the most used first), on_lists and lists one sees, each a JSON list of id and name */
    public function sheet(int $candidate, int $me): Record
    {
        $list = "jsonb_build_object('id', l.id, 'name', l.name)";
        $visible = '(l.shared OR l.account_id = :me) AND l.ended_at IS NULL';

        return $this->db->row("SELECT
            (SELECT coalesce(jsonb_agg(jsonb_build_object('id', t.id, 'name', t.name) ORDER BY lower(t.name)), '[]') FROM candidate_tag k JOIN tag t ON t.id = k.tag_id WHERE k.candidate_id = :c) AS tags,
            (SELECT coalesce(jsonb_agg(jsonb_build_object('name', x.name) ORDER BY x.n DESC, lower(x.name)), '[]') FROM (SELECT t.name, count(k.candidate_id) AS n FROM tag t LEFT JOIN candidate_tag k ON k.tag_id = t.id GROUP BY t.id ORDER BY 2 DESC LIMIT 300) x) AS all_tags,
            (SELECT coalesce(jsonb_agg($list ORDER BY lower(l.name)), '[]') FROM people_list_entry e JOIN people_list l ON l.id = e.list_id WHERE e.candidate_id = :c AND $visible) AS on_lists,
            (SELECT coalesce(jsonb_agg($list ORDER BY lower(l.name)), '[]') FROM people_list l WHERE $visible) AS lists", ['c' => $candidate, 'me' => $me]) ?? throw new \LogicException('One row.');
    }

    /** @param list<string> $names one is made when there is none of that name, whatever its capitals */
    public function tag(int $candidate, array $names, int $by): void
    {
        $names = array_values(array_unique(array_filter(array_map(static fn (string $n): string => mb_substr(trim((string) preg_replace('/\s+/u', ' ', $n)), 0, 40), $names), static fn (string $n): bool => '' !== $n)));
        if ([] === $names) {
            throw Refused::because('missing', 'tag');
        }
        $this->db->transaction(function () use ($candidate, $names, $by): void {
            if (self::MOST_TAGS < \count($names) + $this->db->int('SELECT count(*) FROM candidate_tag WHERE candidate_id = :c', ['c' => $candidate])) {
                throw Refused::because('too_many_tags', 'tag', ['limit' => self::MOST_TAGS]);
            }
            foreach ($names as $name) {
                $this->db->execute('INSERT INTO tag (name) VALUES (:n) ON CONFLICT (lower(name)) DO NOTHING', ['n' => $name]);
                $this->db->execute('INSERT INTO candidate_tag (candidate_id, tag_id, account_id, at) SELECT :c, id, :by, :now FROM tag WHERE lower(name) = lower(:n) ON CONFLICT DO NOTHING', ['c' => $candidate, 'n' => $name, 'by' => $by, 'now' => $this->clock->now()]);
            }
            ($this->index)($candidate);
            $this->log->record('candidate.tagged', 'candidate', $candidate, null, $candidate, ['tags' => $names]);
        });
    }

    /** A tag that nobody has any more is gone. */
    public function untag(int $candidate, int $tag): void
    {
        $this->db->transaction(function () use ($candidate, $tag): void {
            $this->db->execute('DELETE FROM candidate_tag WHERE candidate_id = :c AND tag_id = :t', ['c' => $candidate, 't' => $tag]);
            $this->db->execute('DELETE FROM tag WHERE id = :t AND NOT EXISTS (SELECT 1 FROM candidate_tag WHERE tag_id = :t)', ['t' => $tag]);
            ($this->index)($candidate);
        });
    }

    /** Someone brought in from outside was told so by hand. */
    public function toldThem(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            if (1 === $this->db->execute('UPDATE candidate SET tell_by = NULL WHERE id = :id AND tell_by IS NOT NULL', ['id' => $candidate])) {
                $this->log->record('candidate.told', 'candidate', $candidate, null, $candidate);
            }
        });
    }

    /** Whoever asked that their interest be kept quiet is seen by those alone who work on their requisitions. */
    public function confide(int $candidate, bool $confidential): void
    {
        $this->db->transaction(function () use ($candidate, $confidential): void {
            if (1 === $this->db->execute('UPDATE candidate SET confidential = :c WHERE id = :id AND confidential <> :c', ['id' => $candidate, 'c' => $confidential ? 't' : 'f'])) {
                $this->log->record('candidate.confidential', 'candidate', $candidate, null, $candidate, ['confidential' => $confidential]);
            }
        });
    }

    /** @return list<Record> text, by, at; the newest first */
    public function notes(int $candidate): array
    {
        return $this->db->rows('SELECT n.text, n.at, a.name AS by FROM candidate_note n JOIN account a ON a.id = n.account_id WHERE n.candidate_id = :c ORDER BY n.at DESC, n.id DESC LIMIT 30', ['c' => $candidate]);
    }

    /** Found by "note:" alone. */
    public function note(int $candidate, string $text, int $by): void
    {
        $text = mb_substr(trim($text), 0, self::NOTE);
        if ('' === $text) {
            throw Refused::because('missing', 'note');
        }
        $this->db->transaction(function () use ($candidate, $text, $by): void {
            $this->db->insert('candidate_note', ['candidate_id' => $candidate, 'account_id' => $by, 'text' => $text, 'at' => $this->clock->now()]);
            ($this->index)($candidate);
            $this->log->record('candidate.noted', 'candidate', $candidate, null, $candidate);
        });
    }

    /**
     * What they told that stands in no resume.
     *
     * @param list<string> $permits   countries (ISO 3166)
     * @param bool|null    $remote    null where it is not told
     * @param bool         $considers they said today that they would consider a move
     */
    public function told(int $candidate, array $permits, ?bool $remote, ?bool $moves, bool $considers): void
    {
        $permits = array_values(array_unique(array_map(strtoupper(...), $permits)));
        if ([] !== array_filter($permits, static fn (string $p): bool => 1 !== preg_match('/^[A-Z]{2}$/', $p))) {
            throw Refused::because('country_unknown', 'permits');
        }
        $this->db->transaction(function () use ($candidate, $permits, $remote, $moves, $considers): void {
            $flag = static fn (?bool $b): ?string => null === $b ? null : ($b ? 't' : 'f');
            $this->db->execute('UPDATE candidate SET permits = CAST(:p AS text[]), remote = CAST(:r AS boolean), would_move = CAST(:m AS boolean), considers_on = CASE WHEN CAST(:c AS boolean) THEN CAST(:day AS date) ELSE considers_on END WHERE id = :id', ['id' => $candidate, 'p' => Db::array($permits), 'r' => $flag($remote), 'm' => $flag($moves), 'c' => $considers ? 't' : 'f', 'day' => $this->clock->now()->format('Y-m-d')]);
            ($this->index)($candidate);
            $this->log->record('candidate.told_us', 'candidate', $candidate, null, $candidate);
        });
    }

    /** @param \DateTimeImmutable|null $until null to lift it */
    public function bar(int $candidate, ?\DateTimeImmutable $until, string $note): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        if (null !== $until && ($until <= $today || $until > $today->modify('+10 years'))) {
            throw Refused::because('bar_day_wrong', 'until');
        }
        $this->db->transaction(function () use ($candidate, $until, $note): void {
            $this->db->execute('UPDATE candidate SET contact_barred_until = :u, contact_barred_note = :n WHERE id = :c', ['c' => $candidate, 'u' => $until?->format('Y-m-d'), 'n' => null === $until ? '' : mb_substr($note, 0, 300)]);
            ($this->index)($candidate);
            $this->log->record(null === $until ? 'candidate.bar_lifted' : 'candidate.barred', 'candidate', $candidate, null, $candidate, null === $until ? [] : ['until' => $until->format('Y-m-d')]);
        });
    }
}
