<?php

declare(strict_types=1);

namespace Jorvent\Activity\Store;

use Jorvent\Activity\Entry;
use Jorvent\Platform\Database\Db;

/** Writes activity, to which rows are only ever added: the database refuses to change or delete one. */
final readonly class LogStore
{
    public function __construct(private Db $db, private PersonalValueStore $personal)
    {
    }

    /** @param list<Entry> $entries */
    public function add(array $entries, \DateTimeImmutable $at): void
    {
        $rows = array_map($this->row(...), $entries);
        $this->db->execute(
            'INSERT INTO activity (at, actor_kind, actor_id, on_behalf_of_id, act, subject_kind, subject_id,
                requisition_id, candidate_id, change, personal_id)
             SELECT :at, r.* FROM jsonb_to_recordset(CAST(:rows AS jsonb)) AS r (
                actor_kind text, actor_id int, on_behalf_of_id int, act text, subject_kind text, subject_id int,
                requisition_id int, candidate_id int, change jsonb, personal_id bigint
             )',
            ['at' => $at, 'rows' => json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)],
        );
    }

    /** @return array<string, mixed> by column */
    private function row(Entry $entry): array
    {
        return [
            'actor_kind' => $entry->actor->kind->value,
            'actor_id' => $entry->actor->account,
            'on_behalf_of_id' => $entry->actor->onBehalfOf,
            'act' => $entry->act,
            'subject_kind' => $entry->subject->kind,
            'subject_id' => $entry->subject->id,
            'requisition_id' => $entry->subject->requisition,
            'candidate_id' => $entry->subject->candidate,
            'change' => [] === $entry->codes ? new \stdClass() : $entry->codes,
            'personal_id' => [] === $entry->apart ? null : $this->personal->put(
                $entry->apart,
                $entry->subject->candidate,
                // what belongs to a candidate is theirs, whoever wrote it
                null === $entry->subject->candidate ? $entry->actor->account : null,
            ),
        ];
    }
}
