<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Pipeline\Event\ApplicationEnded;
use Jorvent\Platform\Database\Db;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** An offer to someone who is no longer on their way is taken back, and its link opens nothing any more. */
#[AsEventListener]
final readonly class EndOffers
{
    public function __construct(private Db $db, private OfferDesk $desk)
    {
    }

    public function __invoke(ApplicationEnded $event): void
    {
        foreach ($this->db->rows(
            "SELECT id FROM offer WHERE application_id = :a AND state IN ('draft', 'asked', 'agreed', 'sent') ORDER BY id",
            ['a' => $event->application],
        ) as $row) {
            $this->desk->withdraw($row->int('id'), !$event->byThem);
        }
    }
}
