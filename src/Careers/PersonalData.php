<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\Person;

/** What was written on the careers site: applications begun, searches kept, friends told. */
final readonly class PersonalData implements HoldsPersonalData
{
    public function __construct(private Db $db, private GuestLinks $links)
    {
    }

    public function forget(Person $person): array
    {
        $of = ['id' => $person->id, 'e' => $person->email ?? ''];
        // a draft that was sent became an application; one that was not is known by the address in it
        $files = $this->db->rows(
            "DELETE FROM apply_draft WHERE (:e <> '' AND lower(fields ->> 'email') = :e) OR (sent_at IS NOT NULL AND file_sha256 IN (SELECT file_sha256 FROM resume WHERE candidate_id = :id)) RETURNING file_sha256 AS sha256", $of,
        );
        $alerts = $this->db->rows("DELETE FROM opening_alert WHERE candidate_id = :id OR (:e <> '' AND lower(email) = :e) RETURNING id, file_sha256 AS sha256", $of);
        $this->links->revoke(LinkPurpose::Alert, ...array_map(static fn (Record $alert): int => $alert->int('id'), $alerts));
        $told = $this->db->rows(
            "UPDATE referral SET name = 'Someone forgotten', email = 'forgotten-' || id || '@forgotten.invalid' WHERE :e <> '' AND lower(email) = :e RETURNING id", ['e' => $person->email ?? ''],
        );
        $this->links->revoke(LinkPurpose::Referral, ...array_map(static fn (Record $referral): int => $referral->int('id'), $told));

        return self::hashes(...$files, ...$alerts);
    }

    public function tell(int $candidate): array
    {
        return [
            'kept_in_mind' => array_map(static fn (Record $r): array => $r->columns(), $this->db->rows(
                'SELECT name, email, phone, city, wanted, asked_at, confirmed_at, until FROM opening_alert WHERE candidate_id = :id ORDER BY id', ['id' => $candidate],
            )),
            'applications_begun' => array_map(static fn (Record $r): array => ['fields' => $r->json('fields')] + $r->columns(), $this->db->rows(
                "SELECT r.title AS opening, d.fields, d.file_name, d.saved_at FROM apply_draft d JOIN requisition_head r ON r.id = d.requisition_id
                 WHERE d.sent_at IS NULL AND lower(d.fields ->> 'email') = (SELECT lower(email) FROM candidate WHERE id = :id)", ['id' => $candidate],
            )),
        ];
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->db->int('SELECT (SELECT count(*) FROM apply_draft WHERE file_sha256 = :h) + (SELECT count(*) FROM opening_alert WHERE file_sha256 = :h)', ['h' => $sha256]);
    }

    /** @return list<string> */
    private static function hashes(Record ...$rows): array
    {
        return array_values(array_filter(array_map(static fn (Record $r): ?string => $r->strOrNull('sha256'), $rows), is_string(...)));
    }
}
