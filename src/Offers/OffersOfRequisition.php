<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Ending;
use Jorvent\Requisitions\HangsOnRequisition;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Offers that are not answered are withdrawn when their requisition is cancelled; those signed count for it. */
#[AsTaggedItem(priority: 20)]
final readonly class OffersOfRequisition implements HangsOnRequisition
{
    private const OPEN = "FROM offer o JOIN application p ON p.id = o.application_id
        WHERE p.requisition_id = :r AND o.state IN ('draft', 'asked', 'agreed', 'sent')";

    public function __construct(private Db $db, private OfferDesk $desk)
    {
    }

    public function counts(int $requisition): array
    {
        $signed = 'SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id
            WHERE p.requisition_id = :r AND h.fell_through_at IS NULL';

        return [
            'offers' => $this->db->int('SELECT count(*) '.self::OPEN, ['r' => $requisition]),
            'signed' => $this->db->int($signed, ['r' => $requisition]),
        ];
    }

    public function hold(int $requisition): void
    {
        // what was sent stays open; nothing new is sent
    }

    public function end(Ending $ending): void
    {
        if (!$ending->cancelled) {
            return; // filled: they end with the people they were made to
        }
        $open = $this->db->rows('SELECT o.id '.self::OPEN.' ORDER BY o.id', ['r' => $ending->requisition]);
        foreach (array_map(static fn (Record $r): int => $r->int('id'), $open) as $offer) {
            $this->desk->withdraw($offer);
        }
    }
}
