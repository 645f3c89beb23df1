<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Repository\AlertRepository;
use Jorvent\Organisation\Event\BrandRemoved;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Whoever asked a brand for news of openings is written to by another when that brand goes. */
#[AsEventListener]
final readonly class PassAlertsOn
{
    public function __construct(private AlertRepository $alerts)
    {
    }

    public function __invoke(BrandRemoved $event): void
    {
        foreach ($this->alerts->ofBrand($event->brand) as $alert) {
            $alert->passOn($event->to);
        }
    }
}
