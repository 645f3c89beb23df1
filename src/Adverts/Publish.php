<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Outbox;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** Puts an advert up in one place: at once on our own site, through the outbox on a board. Every rule of the place is asked first. */
final readonly class Publish
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Outbox $outbox, private Places $places, private AdvertOf $advertOf)
    {
    }

    public function __invoke(int $requisitionId, string $place, ?\DateTimeImmutable $until): void
    {
        if (!isset($this->places->names()[$place])) {
            throw Refused::because('missing', 'place');
        }
        $this->db->transaction(function () use ($requisitionId, $place, $until): void {
            $requisition = $this->entities->find(Requisition::class, $requisitionId) ?? throw new \LogicException('No such requisition.');
            if (!$requisition->isApproved()) {
                throw Refused::because('not_approved');
            }
            Refused::unlessEmpty($this->places->check($place, ($this->advertOf)($requisitionId)));
            if (0 !== $this->db->int("SELECT count(*) FROM posting WHERE requisition_id = :r AND board = :b AND state <> 'withdrawn'", ['r' => $requisitionId, 'b' => $place])) {
                throw Refused::because('already_posted');
            }
            $now = $this->clock->now();
            $own = Places::CAREERS === $place;
            $code = substr(bin2hex(random_bytes(6)), 0, 10);
            $id = $this->db->insert('posting', ['requisition_id' => $requisitionId, 'board' => $place, 'code' => $code, 'state' => $own ? 'live' : 'waiting', 'until' => $until, 'asked_at' => $now, 'live_at' => $own ? $now : null]);
            if (!$own) {
                $this->outbox->add('posting', 'posting-'.$code, 'posting', $id, ['posting' => $id], $requisitionId);
            }
            $this->log->record('advert.posted', 'posting', $id, $requisitionId, change: ['board' => $place, 'until' => $until?->format('Y-m-d')]);
        });
    }
}
