<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Organisation\Event\BrandRemoved;
use Jorvent\Platform\Database\Db;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Whoever asked a brand for news of openings is written to by another when that brand goes. */
#[AsEventListener]
final readonly class PassAlertsOn
{
    public function __construct(private Db $db)
    {
    }

    public function __invoke(BrandRemoved $event): void
    {
        $this->db->execute(
            'UPDATE opening_alert SET brand_id = :to WHERE brand_id = :brand',
            ['to' => $event->to, 'brand' => $event->brand],
        );
    }
}
