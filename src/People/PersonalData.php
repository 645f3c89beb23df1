<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Retention\Ground;
use Jorvent\People\Entity\Joining;
use Jorvent\People\OwnData\Retention;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\People\Store\Postings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\OwnedRows;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\MovesWithPerson;
use Jorvent\Privacy\Person;

/** The person, their resumes, and what is set and noted about them. */
final readonly class PersonalData implements HoldsPersonalData, MovesWithPerson
{
    private const PERSON = <<<'SQL'
        SELECT name, email, phone, city, country, locale AS language, headline, years, source,
            created_at AS known_since, contact_barred_until AS not_contacted_until,
            array_to_json(permits)::text AS may_work_in, remote AS would_work_from_elsewhere, would_move,
            considers_on AS would_consider_a_move_said_on, confidential
        FROM candidate WHERE id = :id
        SQL;
    private const GONE = ['saved_match', 'candidate_block', 'people_list_entry', 'not_colleague'];
    private const MOVED = ['resume', 'intake_file', 'candidate_note'];
    /** What someone can have once only, and what it is known by. */
    private const ONCE = ['candidate_tag' => 'tag_id', 'people_list_entry' => 'list_id'];
    /** The same wish about one's data stands open once. */
    private const ASKED_TOO = 'done_at IS NULL AND EXISTS (
        SELECT 1 FROM data_request q WHERE q.candidate_id = :to AND q.kind = data_request.kind AND q.done_at IS NULL
    )';

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private Postings $postings,
        private Retention $retention,
        private GuestLinks $links,
        private OwnedRows $rows,
    ) {
    }

    public function handOver(int $from, int $to): array
    {
        $moved = ['data_request' => $this->rows->move('data_request', $from, $to, unless: self::ASKED_TOO)];
        foreach (self::MOVED as $table) {
            $moved[$table] = $this->rows->move($table, $from, $to);
        }
        foreach (self::ONCE as $table => $known) {
            $moved[$table] = $this->rows->moveMissing($table, $from, $to, $known);
        }

        return $moved;
    }

    public function handBack(int $from, int $to, array $moved): void
    {
        foreach (['data_request', ...self::MOVED] as $table) {
            $this->rows->back($table, $from, $to, $moved[$table] ?? []);
        }
        foreach (self::ONCE as $table => $known) {
            $this->rows->back($table, $from, $to, $moved[$table] ?? [], $known);
        }
    }

    public function forget(Person $person): array
    {
        $of = ['id' => $person->id];
        $dropped = $this->db->rows(
            "UPDATE intake_file
             SET name = 'forgotten', state = CASE state WHEN 'read' THEN state ELSE 'cancelled' END, refusal = NULL
             WHERE candidate_id = :id RETURNING sha256", $of,
        );
        array_map(static fn (Joining $joining) => $joining->forget(), $this->candidates->joinings($person->id));
        $resumes = $this->db->rows('DELETE FROM resume WHERE candidate_id = :id RETURNING file_sha256 AS sha256', $of);
        $this->postings->put($person->id, null);
        $this->postings->sweep();
        foreach (self::GONE as $table) {
            $this->db->execute("DELETE FROM $table WHERE candidate_id = :id", $of);
        }
        $this->db->execute('DELETE FROM sourcing_place WHERE person = CAST(:id AS text)', $of);
        $this->db->execute(
            "UPDATE colleague SET like_id = NULL, likeness = NULL, reasons = '[]' WHERE like_id = :id",
            $of,
        );
        $this->links->revoke(LinkPurpose::Data, $person->id);
        $this->links->revoke(LinkPurpose::Keep, $person->id);
        $candidate = $this->candidates->held($person->id);
        $candidate->forget($person->now);
        $this->candidates->forgetWhatIsSet($candidate);

        return self::hashes(...$dropped, ...$resumes);
    }

    public function tell(int $candidate): array
    {
        $of = ['id' => $candidate];
        $rows = fn (string $sql): array => array_map(
            static fn (Record $r): array => $r->columns(),
            $this->db->rows($sql, $of),
        );

        return [
            'person' => $rows(self::PERSON)[0] ?? [],
            'kept_because' => array_map(self::ground(...), $this->retention->grounds($candidate)),
            'resumes' => $rows(
                'SELECT file_name, media_type, size, text, created_at AS received FROM resume
                 WHERE candidate_id = :id ORDER BY id',
            ),
            'notes' => $rows(
                'SELECT n.text, n.at AS written, a.name AS by FROM candidate_note n
                 JOIN account a ON a.id = n.account_id WHERE n.candidate_id = :id ORDER BY n.id',
            ),
            'tags' => array_column(
                $rows(
                    'SELECT t.name FROM candidate_tag k JOIN tag t ON t.id = k.tag_id WHERE k.candidate_id = :id
                     ORDER BY t.name',
                ),
                'name',
            ),
        ];
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->db->int(
            "SELECT (SELECT count(*) FROM resume WHERE file_sha256 = :h) + (SELECT count(*) FROM intake_file
             WHERE sha256 = :h AND name NOT IN ('removed', 'forgotten'))",
            ['h' => $sha256],
        );
    }

    /** @return array<string, string|null> */
    private static function ground(Ground $ground): array
    {
        return [
            'for' => $ground->purpose->value,
            'from' => $ground->source,
            'since' => $ground->since->format('Y-m-d'),
            'until' => $ground->until?->format('Y-m-d'),
        ];
    }

    /** @return list<string> */
    private static function hashes(Record ...$rows): array
    {
        return array_values(
            array_filter(array_map(static fn (Record $r): ?string => $r->strOrNull('sha256'), $rows), is_string(...)),
        );
    }
}
