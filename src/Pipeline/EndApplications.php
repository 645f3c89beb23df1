<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\People\Event\PersonForgotten;
use Jorvent\Pipeline\Event\ApplicationEnded;
use Jorvent\Platform\Database\Db;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Whoever is forgotten is on the way nowhere: interviews to come are called off, offers taken back, links ended. */
#[AsEventListener]
final readonly class EndApplications
{
    public function __construct(private Db $db, private EventDispatcherInterface $events)
    {
    }

    public function __invoke(PersonForgotten $event): void
    {
        foreach ($this->db->rows(
            "SELECT id FROM application WHERE candidate_id = :id AND state = 'active' ORDER BY id",
            ['id' => $event->candidate],
        ) as $row) {
            $this->events->dispatch(new ApplicationEnded($row->int('id'), true));
        }
    }
}
