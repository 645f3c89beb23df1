<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\Person;

/** Offers: what was offered, answered and signed. */
final readonly class PersonalData implements HoldsPersonalData
{
    public function __construct(private Db $db, private GuestLinks $links)
    {
    }

    public function forget(Person $person): array
    {
        $mine = 'application_id IN (SELECT id FROM application WHERE candidate_id = :id)';
        $id = ['id' => $person->id];
        $this->db->execute("DELETE FROM signing_name WHERE offer_id IN (SELECT id FROM offer WHERE $mine)", $id);
        $this->db->execute("DELETE FROM signing_code WHERE offer_id IN (SELECT id FROM offer WHERE $mine)", $id);
        $letters = $this->db->rows("SELECT letter_sha256 AS sha256 FROM offer WHERE $mine AND letter_sha256 IS NOT NULL", $id);
        // whoever signed is not erased while they are hired; what is left of a hire that fell through is its figures
        $this->db->execute(
            "UPDATE offer SET decline_reason = NULL, signed_name = CASE WHEN signed_name IS NOT NULL THEN 'forgotten' END, signed_from = NULL, letter_sha256 = NULL WHERE $mine", $id,
        );
        $offers = $this->db->rows("SELECT id FROM offer WHERE $mine", $id);
        $this->links->revoke(LinkPurpose::Offer, ...array_map(static fn (Record $offer): int => $offer->int('id'), $offers));

        return array_map(static fn (Record $r): string => $r->str('sha256'), $letters);
    }

    public function tell(int $candidate): array
    {
        return ['offers' => array_map(static fn (Record $r): array => $r->columns(), $this->db->rows(
            "SELECT r.title AS opening, o.base / 100 AS base_pay, o.currency, o.first_day, o.answer_by, o.state, o.sent_at, o.decided_at, o.signed_name, o.decline_reason
             FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition_head r ON r.id = p.requisition_id
             WHERE p.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id) AND o.state IN ('sent', 'accepted', 'declined', 'withdrawn') AND o.sent_at IS NOT NULL ORDER BY o.id",
            ['id' => $candidate],
        ))];
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->db->int('SELECT count(*) FROM offer WHERE letter_sha256 = :h', ['h' => $sha256]);
    }
}
