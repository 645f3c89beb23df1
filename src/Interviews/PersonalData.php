<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\OwnedRows;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\MovesWithPerson;
use Jorvent\Privacy\Person;

/** Interviews: when, with whom, and what interviewers wrote. */
final readonly class PersonalData implements HoldsPersonalData, MovesWithPerson
{
    public function __construct(private Db $db, private GuestLinks $links, private OwnedRows $rows)
    {
    }

    /** They go with their applications. */
    public function handOver(int $from, int $to): array
    {
        $stays = 'NOT EXISTS (
            SELECT 1 FROM application_head p WHERE p.id = interview.application_id AND p.candidate_id = :to
        )';

        return ['interview' => $this->rows->move('interview', $from, $to, unless: $stays)];
    }

    public function handBack(int $from, int $to, array $moved): void
    {
        $this->rows->back('interview', $from, $to, $moved['interview'] ?? []);
    }

    public function forget(Person $person): array
    {
        $of = ['id' => $person->id];
        // what others wrote about them goes with them; the marks stay as figures
        $this->db->execute(
            "UPDATE scorecard SET summary = '', ratings = (SELECT coalesce(jsonb_agg(x - 'evidence'), '[]') FROM jsonb_array_elements(ratings) x)
             WHERE interview_id IN (SELECT id FROM interview WHERE candidate_id = :id)", $of,
        );
        $interviews = $this->db->rows('SELECT id FROM interview WHERE candidate_id = :id', $of);
        $this->links->revoke(
            LinkPurpose::Book,
            ...array_map(static fn (Record $interview): int => $interview->int('id'), $interviews),
        );

        return [];
    }

    public function tell(int $candidate): array
    {
        return ['interviews' => array_map(static fn ($r): array => $r->columns(), $this->db->rows(
            'SELECT r.title AS opening, i.title, i.minutes, i.place, i.state, lower(i.during) AS starts,
                (SELECT string_agg(a.name, \', \' ORDER BY a.name) FROM interview_seat t JOIN account a ON a.id = t.account_id WHERE t.interview_id = i.id) AS "with"
             FROM interview i JOIN application p ON p.id = i.application_id JOIN requisition_head r ON r.id = p.requisition_id WHERE i.candidate_id = :id ORDER BY i.id',
            ['id' => $candidate],
        ))];
    }

    public function needs(string $sha256): bool
    {
        return false;
    }
}
