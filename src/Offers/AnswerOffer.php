<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Offers\Entity\Offer;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Outbox;
use Psr\Clock\ClockInterface;

/** The candidate signs or declines. A signature keeps the typed name, the time, the address it came from and the hash of the very letter that was read. */
final readonly class AnswerOffer
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits, private Mailing $mailing, private Outbox $outbox)
    {
    }

    public function sign(int $id, string $name, string $letter, ?string $from): void
    {
        if (mb_strlen(trim($name)) < 3) {
            throw Refused::because('name_missing', 'name');
        }
        $this->db->transaction(function () use ($id, $name, $letter, $from): void {
            $offer = $this->entities->find(Offer::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::because('offer_gone');
            $now = $this->clock->now();
            $offer->accept(trim($name), $letter, $from, $now);
            $application = $this->applications->lock($offer->applicationId);
            $application->hire($now);
            $this->visits->enter($application->id, $application->stage);
            $hire = $this->db->insert('hire', ['application_id' => $application->id, 'offer_id' => $id, 'signed_at' => $now, 'first_day' => $offer->firstDay->format('Y-m-d')]);
            $this->outbox->add('records', 'hire-'.$hire, 'hire', $hire, ['hire' => $hire], $application->requisitionId, $application->candidateId);
            $this->log->record('offer.signed', 'offer', $id, $application->requisitionId, $application->candidateId, ['letter' => $letter], ['name' => trim($name)]);
            $this->mailing->toCandidate("signed-$id", $application->candidateId, $application->requisitionId, $this->mailing->templateFor('signed', $application->candidateId), ['first_day' => $offer->firstDay->format('Y-m-d')]);
        });
    }

    public function decline(int $id, string $reason): void
    {
        if ('' === trim($reason)) {
            throw Refused::because('reason_missing', 'reason');
        }
        $this->db->transaction(function () use ($id, $reason): void {
            $offer = $this->entities->find(Offer::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::because('offer_gone');
            $offer->decline(trim($reason), $this->clock->now());
            $application = $this->applications->lock($offer->applicationId);
            $application->withdraw();
            $this->visits->leave($application->id);
            $this->log->record('offer.declined_by_candidate', 'offer', $id, $application->requisitionId, $application->candidateId, [], ['reason' => trim($reason)]);
        });
    }
}
