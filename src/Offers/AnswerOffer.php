<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Messages\Mailing;
use Jorvent\Offers\Entity\Offer;
use Jorvent\Offers\Message\ReportHire;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Pipeline\Situations;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;

/**
 * The candidate signs or declines. A signature keeps the typed name, the time, the address it came from and the hash of the very letter that
 * was read, and needs the code that was mailed for it.
 */
final readonly class AnswerOffer
{
    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private ActivityLog $log,
        private Applications $applications,
        private StageVisits $visits,
        private Mailing $mailing,
        private Deliveries $deliveries,
        private Situations $situations,
        private SigningNames $names,
        private SigningCodes $codes,
    ) {
    }

    public function sign(int $id, string $name, string $letter, #[\SensitiveParameter] string $code, ?string $from): void
    {
        $name = trim($name);
        $this->names->check($id, $name);
        $this->lookAt($id, $letter);
        $this->codes->verify($id, $code);
        $this->db->transaction(function () use ($id, $name, $letter, $from): void {
            [$offer, $application] = $this->open($id, HiringAct::SignOffer);
            $now = $this->clock->now();
            $offer->accept($name, $letter, $from, $now);
            $this->deliveries->drop('offer-'.$id.'-v');
            $application->hire($now);
            $this->visits->enter($application->id, $application->stage);
            $hire = $this->db->insert('hire', ['application_id' => $application->id, 'offer_id' => $id, 'signed_at' => $now, 'first_day' => $offer->firstDay->format('Y-m-d')]);
            $about = new About('hire', $hire, $application->requisitionId, $application->candidateId);
            $this->deliveries->add(new ReportHire($hire), ReportHire::key($hire), $about);
            $this->log->record('offer.signed', 'offer', $id, $application->requisitionId, $application->candidateId, ['letter' => $letter], ['name' => $name]);
            $this->mailing->toCandidate(
                "signed-$id", $application->candidateId, $application->requisitionId, $this->mailing->templateFor('signed', $application->candidateId),
                ['first_day' => $offer->firstDay->format('Y-m-d')],
            );
        });
    }

    /** A no to this offer is no end to the application: it goes back to be decided, for another offer or a closing out. */
    public function decline(int $id, string $reason): void
    {
        if ('' === trim($reason)) {
            throw Refused::because('reason_missing', 'reason');
        }
        $this->db->transaction(function () use ($id, $reason): void {
            [$offer, $application] = $this->open($id, HiringAct::DeclineOffer);
            $now = $this->clock->now();
            $offer->decline(trim($reason), $now);
            $this->deliveries->drop('offer-'.$id.'-v');
            if (Stage::Offer === $application->stage) {
                $application->enter(Stage::Decision, $now);
                $this->visits->enter($application->id, Stage::Decision);
            }
            $this->log->record('offer.declined_by_candidate', 'offer', $id, $application->requisitionId, $application->candidateId, [], ['reason' => trim($reason)]);
        });
    }

    /** What makes a code no use is said before one is used up. */
    private function lookAt(int $id, string $letter): void
    {
        $application = $this->db->row('SELECT application_id FROM offer WHERE id = :id', ['id' => $id])?->int('application_id') ?? throw Refused::because('offer_gone');
        $this->situations->check(HiringAct::SignOffer, $application, offer: $id);
        $offer = $this->entities->find(Offer::class, $id) ?? throw Refused::because('offer_gone');
        $this->entities->refresh($offer);
        $offer->canBeSigned($letter, $this->clock->now());
    }

    /** @return array{Offer, Application} locked, the application first */
    private function open(int $id, HiringAct $act): array
    {
        $applicationId = $this->db->row('SELECT application_id FROM offer WHERE id = :id', ['id' => $id])?->int('application_id') ?? throw Refused::because('offer_gone');
        $application = $this->applications->lock($applicationId);
        $this->situations->check($act, $applicationId, offer: $id);
        $offer = $this->entities->find(Offer::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::because('offer_gone');
        $this->entities->refresh($offer);

        return [$offer, $application];
    }
}
