<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Jorvent\Requisitions\Read\ApprovalRow;

/** Who is asked to approve a brief, as its page shows it. */
final readonly class ApprovalScreen
{
    public function __construct(private ApprovalQuery $approvals, private AskApproval $asking)
    {
    }

    /** @return array<string, mixed> */
    public function of(Requisition $requisition, Brief $brief, int $me): array
    {
        $editable = $requisition->state->isEditable();
        $all = $this->approvals->of($requisition->id, null, $me);
        $waiting = array_values(array_filter($all, static fn (ApprovalRow $a): bool => $a->next));
        $sentBack = array_values(array_filter($all, static fn (ApprovalRow $a): bool => 'sent_back' === $a->state));

        return [
            'approvals' => $editable ? [] : $all,
            'chain' => $editable ? $this->asking->preview($requisition, $brief) : [],
            'waiting' => $waiting,
            'mine' => array_values(array_filter($waiting, static fn (ApprovalRow $a): bool => $a->mine))[0] ?? null,
            'sent_back' => $editable ? end($sentBack) ?: null : null,
            'asked' => $this->approvals->questions($requisition->id),
        ];
    }
}
