<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/**
 * The one table of what may happen between a requisition, an application, its interviews and its offers. Every page, job and import asks
 * it before it acts. What can be done to a requisition itself stands in RequisitionAct.
 */
enum HiringAct: string
{
    case Apply = 'apply';
    case Keep = 'keep';
    case Move = 'move';
    case CloseOut = 'close_out';
    case CallBack = 'call_back';
    case Withdraw = 'withdraw';
    case DecideKnockOut = 'decide_knock_out';
    case ArrangeInterview = 'arrange_interview';
    case BookInterview = 'book_interview';
    case CancelInterview = 'cancel_interview';
    case FileScorecard = 'file_scorecard';
    case ComposeOffer = 'compose_offer';
    case AskAgreement = 'ask_agreement';
    case DecideOffer = 'decide_offer';
    case SendOffer = 'send_offer';
    case TakeBackOffer = 'take_back_offer';
    case SignOffer = 'sign_offer';
    case DeclineOffer = 'decline_offer';

    /** @return list<RequisitionState> in which it may happen */
    public function requisition(): array
    {
        return match ($this) {
            self::CloseOut, self::Withdraw, self::DecideKnockOut, self::CancelInterview, self::FileScorecard, self::TakeBackOffer => RequisitionState::cases(),
            // what was offered before a requisition was put on hold still stands
            self::BookInterview, self::SignOffer, self::DeclineOffer => [RequisitionState::Approved, RequisitionState::OnHold],
            default => [RequisitionState::Approved],
        };
    }

    /** @return list<ApplicationState>|null null when there need be no application */
    public function application(): ?array
    {
        return match ($this) {
            self::Apply, self::Keep => null,
            self::CallBack => [ApplicationState::Closed],
            self::CancelInterview, self::FileScorecard, self::TakeBackOffer => ApplicationState::cases(),
            default => [ApplicationState::Active],
        };
    }

    /** @return list<InterviewState>|null null when it is about none */
    public function interview(): ?array
    {
        return match ($this) {
            self::BookInterview => [InterviewState::Offered],
            self::CancelInterview => InterviewState::live(),
            self::FileScorecard => [InterviewState::Booked],
            default => null,
        };
    }

    /** @return list<OfferState|null>|null null when it is about none; a null in the list: when there is no offer yet */
    public function offer(): ?array
    {
        return match ($this) {
            self::ComposeOffer => [null, OfferState::Draft, OfferState::Asked, OfferState::Agreed],
            self::AskAgreement => [OfferState::Draft],
            self::DecideOffer => [OfferState::Asked],
            self::SendOffer => [OfferState::Agreed],
            self::TakeBackOffer => [OfferState::Draft, OfferState::Asked, OfferState::Agreed, OfferState::Sent],
            self::SignOffer, self::DeclineOffer => [OfferState::Sent],
            default => null,
        };
    }

    public function position(): Position
    {
        return match ($this) {
            self::Apply, self::ArrangeInterview, self::ComposeOffer, self::AskAgreement, self::SignOffer => Position::Unsigned,
            self::SendOffer => Position::Unpromised,
            default => Position::Any,
        };
    }

    /** @return list<string> codes of all that stands against it */
    public function blockers(Situation $in): array
    {
        $free = $in->positions - $in->signed;

        return array_keys(array_filter([
            $this->requisitionCode() => !\in_array($in->requisition, $this->requisition(), true),
            $this->applicationCode() => null !== $this->application() && !\in_array($in->application, $this->application(), true),
            'knock_out_open' => \in_array($this, [self::Move, self::CloseOut, self::ArrangeInterview, self::ComposeOffer], true) && KnockOut::Failed === $in->knockOut,
            'nothing_to_decide_here' => self::DecideKnockOut === $this && KnockOut::Failed !== $in->knockOut,
            'offer_open' => self::CloseOut === $this && $in->offerUnderWay,
            $this->interviewCode($in->interview) => null !== $this->interview() && !\in_array($in->interview, $this->interview(), true),
            $this->offerCode() => null !== $this->offer() && !\in_array($in->offer, $this->offer(), true),
            'positions_signed' => Position::Any !== $this->position() && $free <= 0,
            'positions_offered' => Position::Unpromised === $this->position() && $free > 0 && $free <= $in->promised,
        ]));
    }

    /** @throws Refused with all that stands against it */
    public function check(Situation $in): void
    {
        Refused::unlessEmpty(array_map(static fn (string $code): Refusal => new Refusal('', $code), $this->blockers($in)));
    }

    /** @throws Refused when the offer alone does not allow it */
    public function checkOffer(OfferState $state): void
    {
        if (!\in_array($state, $this->offer() ?? OfferState::cases(), true)) {
            throw Refused::because($this->offerCode());
        }
    }

    private function requisitionCode(): string
    {
        return match ($this) {
            self::Apply => 'opening_closed',
            self::CallBack => 'not_open',
            default => 'not_approved',
        };
    }

    private function applicationCode(): string
    {
        return self::CallBack === $this ? 'not_closed' : 'not_active';
    }

    private function interviewCode(?InterviewState $state): string
    {
        return self::BookInterview === $this && InterviewState::Booked === $state ? 'already_booked' : 'interview_gone';
    }

    private function offerCode(): string
    {
        return match ($this) {
            self::ComposeOffer => 'offer_sent_already',
            self::SendOffer => 'offer_not_agreed',
            self::SignOffer, self::DeclineOffer => 'offer_not_open',
            default => 'nothing_to_decide',
        };
    }
}
