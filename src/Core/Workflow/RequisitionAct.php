<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Shared\Refused;

/** What can be done to a requisition, from which states, and where it leads: the one definition, by which every door goes and from which the picture on its page is drawn. */
enum RequisitionAct: string
{
    case Ask = 'ask';
    case TakeBack = 'take_back';
    case Agree = 'agree';
    case SendBack = 'send_back';
    case Decline = 'decline';
    case Hold = 'hold';
    case Resume = 'resume';
    case Fill = 'fill';
    case Reopen = 'reopen';
    case Cancel = 'cancel';

    /** @return list<RequisitionState> */
    public function origins(): array
    {
        return match ($this) {
            self::Ask => [RequisitionState::Draft, RequisitionState::SentBack],
            self::TakeBack, self::Agree, self::SendBack, self::Decline => [RequisitionState::Asked],
            self::Hold, self::Fill => [RequisitionState::Approved],
            self::Resume => [RequisitionState::OnHold],
            self::Reopen => [RequisitionState::Filled],
            self::Cancel => [RequisitionState::Draft, RequisitionState::Asked, RequisitionState::SentBack, RequisitionState::Approved, RequisitionState::OnHold],
        };
    }

    public function to(): RequisitionState
    {
        return match ($this) {
            self::Ask => RequisitionState::Asked,
            self::TakeBack => RequisitionState::Draft,
            self::Agree, self::Resume, self::Reopen => RequisitionState::Approved,
            self::SendBack => RequisitionState::SentBack,
            self::Decline => RequisitionState::Declined,
            self::Hold => RequisitionState::OnHold,
            self::Fill => RequisitionState::Filled,
            self::Cancel => RequisitionState::Cancelled,
        };
    }

    public function isPossibleFrom(RequisitionState $state): bool
    {
        return \in_array($state, $this->origins(), true);
    }

    /** @throws Refused when the state does not allow it; the code says what stands instead */
    public function apply(RequisitionState $state): RequisitionState
    {
        return $this->isPossibleFrom($state) ? $this->to() : throw Refused::because(match ($this) {
            self::Ask => 'brief_not_editable',
            self::TakeBack, self::Agree, self::SendBack, self::Decline => 'nothing_to_decide',
            self::Fill, self::Hold => 'not_open',
            self::Resume => 'not_on_hold',
            self::Reopen => 'not_filled',
            self::Cancel => 'ended_already',
        });
    }
}
