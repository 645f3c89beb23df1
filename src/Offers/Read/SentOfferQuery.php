<?php

declare(strict_types=1);

namespace Jorvent\Offers\Read;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\JobName;

/** Offers for the candidates they were sent to. */
final readonly class SentOfferQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return SentOffer|null null also for one that was taken back, or that was never sent */
    public function of(int $offer): ?SentOffer
    {
        $row = $this->db->row(
            "SELECT o.id, o.state, o.base, o.currency, o.first_day, o.answer_by, o.letter_sha256, c.locale, r.number,
                r.title, r.unit_id, s.city
             FROM offer o
             JOIN application_head p ON p.id = o.application_id
             JOIN person_head c ON c.id = p.candidate_id
             JOIN requisition_head r ON r.id = p.requisition_id
             JOIN site_place s ON s.id = r.site_id
             WHERE o.id = :id AND o.state IN ('sent', 'accepted', 'declined')",
            ['id' => $offer],
        );

        return null === $row ? null : new SentOffer(
            $row->int('id'),
            OfferState::from($row->str('state')),
            new Money($row->int('base'), $row->str('currency')),
            $row->instant('first_day'),
            $row->instant('answer_by'),
            $row->strOrNull('letter_sha256'),
            $row->str('locale'),
            new JobName($row->int('number'), $row->str('title'), $row->str('city'), $row->int('unit_id')),
        );
    }
}
