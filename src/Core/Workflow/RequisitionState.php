<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** Where a requisition stands. Which act leads from one to another stands in RequisitionAct. */
enum RequisitionState: string
{
    case Draft = 'draft';
    case Asked = 'asked';
    case SentBack = 'sent_back';
    case Approved = 'approved';
    case OnHold = 'on_hold';
    case Declined = 'declined';
    case Filled = 'filled';
    case Cancelled = 'cancelled';

    public function isEditable(): bool
    {
        return self::Draft === $this || self::SentBack === $this;
    }

    /** Whether it has been approved and its positions are, or may again be, on offer. */
    public function isUnderWay(): bool
    {
        return self::Approved === $this || self::OnHold === $this;
    }

    public function isEnded(): bool
    {
        return \in_array($this, [self::Declined, self::Filled, self::Cancelled], true);
    }

    /** @return list<RequisitionAct> */
    public function acts(): array
    {
        return array_values(array_filter(RequisitionAct::cases(), fn (RequisitionAct $a): bool => $a->isPossibleFrom($this)));
    }
}
