<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;

/** Who has to agree to a brief or an offer, in order, and why. */
final class ApprovalChain
{
    /**
     * The head of the department always; finance when the top of the range passes the band or the positions pass the plan.
     *
     * @return list<ApprovalStep>
     */
    public function forBrief(Money $top, ?Band $band, int $positions, int $headcount, ?int $plan): array
    {
        $steps = [new ApprovalStep(Post::DepartmentHead, 'positions_are_theirs', ['positions' => $positions])];
        if (null !== $band && $top->compare($band->top) > 0) {
            $steps[] = new ApprovalStep(Post::Finance, 'above_band', ['by' => $top->minus($band->top)->units(), 'currency' => $top->currency]);
        } elseif (null !== $plan && $headcount + $positions > $plan) {
            $steps[] = new ApprovalStep(Post::Finance, 'over_plan', ['by' => $headcount + $positions - $plan, 'plan' => $plan]);
        }

        return $steps;
    }

    /**
     * Nobody up to the band's midpoint; the head of the department above it; finance as well above its top.
     *
     * @return list<ApprovalStep>
     */
    public function forOffer(Money $base, Band $band): array
    {
        $steps = [];
        if ($base->compare($band->midpoint()) > 0) {
            $steps[] = new ApprovalStep(Post::DepartmentHead, 'above_midpoint', ['by' => $base->minus($band->midpoint())->units(), 'currency' => $base->currency]);
        }
        if ($base->compare($band->top) > 0) {
            $steps[] = new ApprovalStep(Post::Finance, 'above_band', ['by' => $base->minus($band->top)->units(), 'currency' => $base->currency]);
        }

        return $steps;
    }
}
