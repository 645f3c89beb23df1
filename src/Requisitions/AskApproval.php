<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** Asks for approval of a brief, and tells beforehand whom that would be. */
final readonly class AskApproval
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Approvals $approvals)
    {
    }

    public function __invoke(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $requisition->ask($this->clock->now()->setTime(0, 0));
            $this->approvals->ask($id, null, $requisition->unitId, $this->chain($requisition->brief(), $requisition->profileId));
            $this->log->record('brief.asked', 'requisition', $id, $id, change: ['version' => $requisition->version]);
        });
    }

    /** Changes after approval that the rules want agreed to. */
    public function askForAmendment(Requisition $requisition, Brief $amended): void
    {
        $this->approvals->ask($requisition->id, null, $amended->unit, $this->chain($amended, $requisition->profileId));
    }

    /** @return list<ApprovalStep> */
    public function chain(Brief $brief, ?int $profile): array
    {
        $unit = $this->db->row('SELECT headcount, headcount_plan FROM org_unit WHERE id = :id', ['id' => $brief->unit]) ?? throw new \LogicException('No such unit.');

        return (new ApprovalChain())->forBrief($brief->yearTo() ?? new Money(0, $brief->currency), $this->profileBand($profile, $brief->currency), $brief->positions ?? 1, $unit->int('headcount'), $unit->intOrNull('headcount_plan'));
    }

    public function profileBand(?int $profile, string $currency): ?Band
    {
        $row = null === $profile ? null : $this->db->row('SELECT bands -> :currency AS band FROM role_profile WHERE id = :id', ['id' => $profile, 'currency' => $currency]);
        $band = $row?->json('band') ?? [];

        return \is_int($band[0] ?? null) && \is_int($band[1] ?? null) ? new Band(Money::major($band[0], $currency), Money::major($band[1], $currency)) : null;
    }
}
