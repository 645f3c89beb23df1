<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Applications that a person has begun, and the files they sent. */
final readonly class BegunQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<array<string, mixed>> those that are not sent, known by the address in them, as they are told */
    public function of(int $candidate): array
    {
        return array_map(
            static fn (Record $row): array => ['fields' => $row->json('fields')] + $row->columns(),
            $this->db->rows(
                "SELECT r.title AS opening, d.fields, d.file_name, d.saved_at
                 FROM apply_draft d JOIN requisition_head r ON r.id = d.requisition_id
                 WHERE d.sent_at IS NULL
                    AND lower(d.fields ->> 'email') = (SELECT lower(email) FROM person_head WHERE id = :id)",
                ['id' => $candidate],
            ),
        );
    }

    /** @return list<string> hashes of their resumes */
    public function files(int $candidate): array
    {
        return array_map(
            static fn (Record $row): string => $row->str('file_sha256'),
            $this->db->rows(
                'SELECT file_sha256 FROM resume WHERE candidate_id = :id AND file_sha256 IS NOT NULL',
                ['id' => $candidate],
            ),
        );
    }
}
