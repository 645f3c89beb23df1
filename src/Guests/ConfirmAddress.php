<?php

declare(strict_types=1);

namespace Jorvent\Guests;

use Jorvent\People\GiveWay;
use Jorvent\Pipeline\Read\StatusQuery;
use Jorvent\Pipeline\WithdrawApplication;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;

/** The address is theirs: who stood apart becomes one with the person known by it, and nothing is lost of either. */
final readonly class ConfirmAddress
{
    private const STATUS_DAYS = 400;

    public function __construct(
        private Db $db,
        private StatusQuery $applications,
        private GiveWay $giveWay,
        private WithdrawApplication $withdraw,
        private GuestLinks $links,
    ) {
    }

    /**
     * @return array{string, bool} the address of the status page, and whether they had applied for this opening before
     */
    public function __invoke(int $application): array
    {
        return $this->db->transaction(function () use ($application): array {
            $sent = $this->applications->of($application)
                ?? throw new \LogicException('A link leads to an application.');
            $requisition = $sent->requisitionId;
            $known = ($this->giveWay)($sent->candidateId, $requisition, $application);
            $earlier = null === $known ? null : $this->applications->earlier($known, $requisition, $application);
            if (null !== $earlier && $sent->isActive()) {
                ($this->withdraw)($application); // the earlier one holds
            }
            $status = $this->links->issue(LinkPurpose::Status, $earlier ?? $application, self::STATUS_DAYS);

            return [$status, null !== $earlier];
        });
    }
}
