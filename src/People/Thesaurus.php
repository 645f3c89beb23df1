<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Words that stand for one another (shipped, and changed by an admin), and words that people often say together (learned each night from what the house holds; related, not the same). */
final readonly class Thesaurus
{
    public const TERMS = 12;
    private const NEAR = 6;
    /** Newest resumes that words are learned from. */
    private const RESUMES = 50_000;
    private const COMMON = 1_500;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /**
     * @param list<string> $terms folded
     *
     * @return array<string, list<array{term: string, curated: bool}>> by term, those that stand for it first
     */
    public function near(array $terms): array
    {
        $found = array_fill_keys($terms, []);
        if ([] === $terms) {
            return $found;
        }
        foreach ($this->db->planned('SELECT array_to_json(terms)::text AS terms FROM thesaurus WHERE folded && CAST(:terms AS text[]) ORDER BY id', ['terms' => Db::array($terms)]) as $row) {
            $all = $row->strings('terms');
            foreach (array_intersect($terms, array_map(self::folded(...), $all)) as $term) {
                array_push($found[$term], ...array_values(array_map(static fn (string $t): array => ['term' => $t, 'curated' => true], array_filter($all, static fn (string $t): bool => self::folded($t) !== $term))));
            }
        }
        foreach ($this->db->planned('SELECT term, near FROM near_term WHERE term = ANY (CAST(:terms AS text[])) ORDER BY strength DESC, near', ['terms' => Db::array($terms)]) as $row) {
            $found[$row->str('term')][] = ['term' => $row->str('near'), 'curated' => false];
        }

        return $found;
    }

    /** @return list<Record> id, terms (JSON), shipped, version; those that say a word, or all */
    public function all(string $word = ''): array
    {
        return $this->db->rows("SELECT id, array_to_json(terms)::text AS terms, shipped, version FROM thesaurus WHERE :w = '' OR EXISTS (SELECT 1 FROM unnest(folded) t WHERE t LIKE :like) ORDER BY lower(terms[1]), id", ['w' => $word, 'like' => '%'.addcslashes(self::folded($word), '%_\\').'%']);
    }

    /**
     * @param list<string> $terms empty to drop the entry
     * @param int|null     $id    null for a new one
     *
     * @throws Refused
     */
    public function write(?int $id, int $version, array $terms): void
    {
        $terms = array_values(array_unique(array_filter(array_map(static fn (string $t): string => mb_substr(trim((string) preg_replace('/\s+/u', ' ', $t)), 0, 60), $terms), static fn (string $t): bool => '' !== self::folded($t))));
        if (\count($terms) > self::TERMS) {
            throw Refused::because('terms_too_many', 'terms', ['limit' => self::TERMS]);
        }
        if (1 === \count($terms) || (null === $id && [] === $terms)) {
            throw Refused::because('terms_too_few', 'terms');
        }
        $this->db->transaction(function () use ($id, $version, $terms): void {
            $values = ['t' => Db::array($terms), 'f' => Db::array(array_map(self::folded(...), $terms))];
            $id = match (true) {
                null === $id => $this->db->int('INSERT INTO thesaurus (terms, folded) VALUES (CAST(:t AS text[]), CAST(:f AS text[])) RETURNING id', $values),
                [] === $terms => $this->db->row('DELETE FROM thesaurus WHERE id = :id AND version = :v RETURNING id', ['id' => $id, 'v' => $version])?->int('id'),
                default => $this->db->row('UPDATE thesaurus SET terms = CAST(:t AS text[]), folded = CAST(:f AS text[]), shipped = false, version = version + 1 WHERE id = :id AND version = :v RETURNING id', ['id' => $id, 'v' => $version] + $values)?->int('id'),
            } ?? throw Refused::because('saved_by_another');
            $this->log->record('thesaurus.written', 'thesaurus', $id, change: ['terms' => $terms]);
        });
    }

    /** Terms that go together more than by chance: normalised pointwise mutual information (Bouma 2009) over skills and titles of the newest resumes. */
    public function learn(): int
    {
        $today = $this->clock->now()->format('Y-m-d');

        return $this->db->transaction(function () use ($today): int {
            $this->db->execute('DELETE FROM near_term');
            $pairs = $this->db->rows(
                'WITH newest AS MATERIALIZED (SELECT candidate_id, reading FROM resume WHERE reading IS NOT NULL ORDER BY id DESC LIMIT '.self::RESUMES."),
                said AS MATERIALIZED (SELECT candidate_id AS c, lower(k) AS t, k AS w FROM newest, LATERAL jsonb_object_keys(CASE WHEN jsonb_typeof(reading -> 'skills') = 'object' THEN reading -> 'skills' ELSE '{}' END) k
                    UNION SELECT candidate_id, lower(s ->> 'title'), s ->> 'title' FROM newest, LATERAL jsonb_array_elements(CASE WHEN jsonb_typeof(reading -> 'spells') = 'array' THEN reading -> 'spells' ELSE '[]' END) s WHERE length(s ->> 'title') > 2),
                everyone AS (SELECT count(DISTINCT c)::float8 AS n FROM said),
                common AS MATERIALIZED (SELECT t, count(DISTINCT c)::float8 AS n, mode() WITHIN GROUP (ORDER BY w) AS written FROM said GROUP BY t HAVING count(DISTINCT c) >= 5 ORDER BY 2 DESC, 1 LIMIT ".self::COMMON.'),
                together AS (SELECT a.t AS one, b.t AS other, count(DISTINCT a.c)::float8 AS n FROM said a JOIN said b ON b.c = a.c AND b.t > a.t JOIN common x ON x.t = a.t JOIN common y ON y.t = b.t GROUP BY 1, 2 HAVING count(DISTINCT a.c) >= 4),
                measured AS (SELECT one, other, x.written AS one_written, y.written AS other_written, ln(p.n * e.n / (x.n * y.n)) / greatest(1e-9, -ln(p.n / e.n)) AS strength FROM together p JOIN common x ON x.t = one JOIN common y ON y.t = other, everyone e),
                both_ways AS (SELECT one AS term, other_written AS near, strength FROM measured UNION ALL SELECT other, one_written, strength FROM measured)
                SELECT term, near, strength FROM (SELECT *, row_number() OVER (PARTITION BY term ORDER BY strength DESC, near) AS place FROM both_ways WHERE strength >= .15) z WHERE place <= '.self::NEAR);
            $rows = [];
            foreach ($pairs as $row) {
                $term = self::folded($row->str('term'));
                if ('' !== $term) {
                    $rows[$term."\0".$row->str('near')] = ['term' => $term, 'near' => $row->str('near'), 'strength' => $row->floatOrNull('strength') ?? 0.0];
                }
            }
            $this->db->execute('INSERT INTO near_term (term, near, strength, learned_on) SELECT term, near, strength, :day FROM jsonb_to_recordset(CAST(:rows AS jsonb)) x (term text, near text, strength real)', ['day' => $today, 'rows' => json_encode(array_values($rows), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);

            return \count($rows);
        });
    }

    public function learnedOn(): ?string
    {
        return $this->db->row('SELECT max(learned_on) AS day FROM near_term')?->strOrNull('day');
    }

    public static function folded(string $term): string
    {
        return implode(' ', (new Tokeniser())->row($term));
    }
}
