<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Pipeline\RateApplicants;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** Someone asked says yes, sends it back, or no. */
final readonly class DecideBrief
{
    public function __construct(private RateApplicants $rate, private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Approvals $approvals, private BriefVersions $versions)
    {
    }

    /**
     * @param list<string> $fields marked when it is sent back
     */
    public function __invoke(int $id, int $me, Decision $answer, string $note, array $fields = []): void
    {
        $this->db->transaction(function () use ($id, $me, $answer, $note, $fields): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            ['done' => $all, 'for' => $for] = $this->approvals->decide($id, null, $me, $answer, $note, $fields);
            if (null !== $requisition->amendment()) {
                if ($all || Decision::Agreed !== $answer) {
                    $before = $requisition->version;
                    $requisition->closeAmendment($all, $this->clock->now());
                    if ($requisition->version !== $before) {
                        $this->versions->keep($id, $requisition->version, $requisition->brief(), null);
                        ($this->rate)($requisition);
                    }
                }
                $this->log->record('brief.amendment_'.$answer->value, 'requisition', $id, $id, change: ['note' => $note], onBehalfOf: $for);

                return;
            }
            match (true) {
                $all => $requisition->approve($this->clock->now()),
                Decision::SentBack === $answer => $requisition->sendBack(),
                Decision::Declined === $answer => $requisition->decline(),
                default => null,
            };
            $this->log->record('brief.'.$answer->value, 'requisition', $id, $id, change: ['note' => $note, 'version' => $requisition->version, 'fields' => $fields], onBehalfOf: $for);
        });
    }
}
