<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\StandingRule;
use Jorvent\Requisitions\Repository\ApprovalRepository;
use Psr\Clock\ClockInterface;

/** The rules by which briefs are approved, as an admin writes them. */
final readonly class ApprovalRules
{
    public function __construct(
        private Db $db,
        private ApprovalRepository $approvals,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @return list<ApprovalRule> by rank */
    public function all(): array
    {
        return array_map(static fn (StandingRule $one): ApprovalRule => $one->rule(), $this->approvals->rules());
    }

    /** A rule is replaced, not changed, so that approvals asked for under the old one still say why. */
    public function save(ApprovalRule $rule): int
    {
        return $this->db->transaction(function () use ($rule): int {
            $saved = new StandingRule($rule, $this->clock->now());
            if (0 !== $rule->id) {
                $this->end($rule->id);
            }
            $this->approvals->add($saved);
            $this->log->record('rules.approval_saved', 'rules', $saved->id, change: [
                'before' => $rule->id, 'name' => $rule->name,
            ]);

            return $saved->id;
        });
    }

    public function retire(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            if (1 === \count($this->all())) {
                throw Refused::because('last_rule');
            }
            $this->end($id);
            $this->log->record('rules.approval_retired', 'rules', $id);
        });
    }

    private function end(int $id): void
    {
        $rule = $this->approvals->rule($id) ?? throw Refused::because('missing');
        $rule->retire($this->clock->now());
    }
}
