<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Messages\Mailing;
use Jorvent\Offers\Entity\Offer;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\Situations;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Requisitions\Approvals;
use Jorvent\Requisitions\Read\BriefFacts;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Psr\Clock\ClockInterface;

/** Our side of an offer: compose, ask for agreement where a rule wants it, send, withdraw. */
final readonly class OfferDesk
{
    public function __construct(
        private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits,
        private Approvals $approvals, private BriefFacts $facts, private Letter $letter, private FileStore $files, private Mailing $mailing, private GuestLinks $links, private Situations $situations, private Deliveries $deliveries,
    ) {
    }

    /** The band an offer is measured by: the profile's for this currency, else the brief's own range. */
    public function band(RequisitionFacts $requisition): ?Band
    {
        return $this->facts->band($requisition->origin->profileId, $requisition->brief->pay->currency)
            ?? $requisition->brief->pay->band();
    }

    public function compose(int $applicationId, OfferTerms $terms, int $by): int
    {
        Refused::unlessEmpty($terms->blockers($this->clock->now()->setTime(0, 0)));

        return $this->db->transaction(function () use ($applicationId, $terms, $by): int {
            $application = $this->applications->lock($applicationId);
            $requisition = $this->applications->requisition($application);
            $open = $this->db->row("SELECT id FROM offer WHERE application_id = :id AND state IN ('draft', 'asked', 'agreed', 'sent', 'accepted')", ['id' => $applicationId]);
            $this->situations->check(HiringAct::ComposeOffer, $applicationId, offer: $open?->int('id'));
            if (null === $open) {
                $offer = new Offer($applicationId, $by, $this->clock->now(), $terms);
                $this->entities->persist($offer);
                $this->entities->flush();
                $before = null;
            } else {
                $offer = $this->lock($open->int('id'));
                $before = ['version' => $offer->version, 'base' => $offer->base()->units()];
                $offer->compose($terms);
                $this->approvals->drop($requisition->id, $offer->id);
            }
            $this->log->record('offer.composed', 'offer', $offer->id, $requisition->id, $application->candidateId, ['before' => $before, 'after' => ['version' => $offer->version, 'base' => $offer->base()->units(), 'currency' => $offer->base()->currency, 'first_day' => $offer->firstDay->format('Y-m-d')]]);

            return $offer->id;
        });
    }

    public function ask(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            [$offer, $requisition, $candidate] = $this->open($id, HiringAct::AskAgreement);
            $band = $this->band($requisition) ?? throw Refused::because('band_missing');
            $steps = (new ApprovalChain())->forOffer($offer->base(), $band);
            $offer->ask([] !== $steps);
            $this->approvals->ask($requisition->id, $id, $requisition->brief->place->unit, $steps);
            $this->log->record([] === $steps ? 'offer.agreed' : 'offer.asked', 'offer', $id, $requisition->id, $candidate, ['base' => $offer->base()->units(), 'steps' => \count($steps)]);
        });
    }

    public function decide(int $id, int $approver, Decision $answer, string $note): void
    {
        $this->db->transaction(function () use ($id, $approver, $answer, $note): void {
            [$offer, $requisition, $candidate] = $this->open($id, HiringAct::DecideOffer);
            $decided = $this->approvals->decide($requisition->id, $id, $approver, $answer, $note);
            match (true) {
                $decided->all => $offer->agree(),
                Decision::Agreed !== $answer => $offer->backToDraft(),
                default => null,
            };
            $this->log->record('offer.'.$answer->value, 'offer', $id, $requisition->id, $candidate, ['note' => $note], onBehalfOf: $decided->for);
        });
    }

    public function send(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            [$offer, $requisition, $candidate] = $this->open($id, HiringAct::SendOffer);
            $now = $this->clock->now();
            $offer->send($this->files->put($this->letter->pdf($id, $now)), $now);
            $application = $this->applications->lock($offer->applicationId);
            if ($application->stage->isBefore(Stage::Offer)) {
                $application->enter(Stage::Offer, $now);
                $this->visits->enter($application->id, Stage::Offer);
            }
            $days = max(1, 1 + (int) $now->diff($offer->answerBy)->days);
            $link = $this->links->mailed(LinkPurpose::Offer, $id, $days + 30);
            $this->mailing->toCandidate("offer-$id-v".$offer->version, $candidate, $requisition->id, $this->mailing->templateFor('offer', $candidate), ['link' => $link, 'answer_by' => $offer->answerBy->format('Y-m-d')]);
            $this->log->record('offer.sent', 'offer', $id, $requisition->id, $candidate, ['version' => $offer->version, 'letter' => $offer->letter]);
        });
    }

    /** @param bool $tell whether the candidate is told that it is taken back */
    public function withdraw(int $id, bool $tell = true): void
    {
        $this->db->transaction(function () use ($id, $tell): void {
            [$offer, $requisition, $candidate] = $this->open($id, HiringAct::TakeBackOffer);
            $wasSent = OfferState::Sent === $offer->state;
            $offer->withdraw($this->clock->now());
            $this->approvals->drop($requisition->id, $id);
            $this->links->revoke(LinkPurpose::Offer, $id);
            $this->deliveries->drop('offer-'.$id.'-v');
            if ($wasSent && $tell) {
                $this->mailing->toCandidate("offer-$id-withdrawn", $candidate, $requisition->id, $this->mailing->templateFor('offer_withdrawn', $candidate));
            }
            $this->log->record('offer.withdrawn', 'offer', $id, $requisition->id, $candidate);
        });
    }

    /**
     * The offer, locked after its requisition and its application, once the table allows the act.
     *
     * @return array{Offer, RequisitionFacts, int}
     */
    private function open(int $id, HiringAct $act): array
    {
        $applicationId = $this->db->row('SELECT application_id FROM offer WHERE id = :id', ['id' => $id])?->int('application_id')
            ?? throw Refused::because('offer_gone');
        $this->situations->check($act, $applicationId, offer: $id);
        $application = $this->applications->lock($applicationId);
        $offer = $this->lock($id);

        return [$offer, $this->applications->requisition($application), $application->candidateId];
    }

    private function lock(int $id): Offer
    {
        return $this->entities->find(Offer::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::because('offer_gone');
    }
}
