<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Read\BriefFacts;
use Jorvent\Requisitions\Repository\RequisitionRepository;

/** Tries an approval rule on past requisitions before it counts. */
final readonly class RuleTrial
{
    private const PAST = 1000;

    public function __construct(
        private RequisitionRepository $requisitions,
        private ApprovalRules $rules,
        private BriefFacts $facts,
    ) {
    }

    /** How many of the past requisitions would have gone to each post, as the rules stand and with this one. */
    public function of(ApprovalRule $rule): TriedRule
    {
        $standing = $this->rules->all();
        $others = array_filter($standing, static fn (ApprovalRule $one): bool => $one->id !== $rule->id);
        $with = [...array_values($others), $rule];
        $before = $after = [];
        $past = array_map(
            static fn (Requisition $one): array => [$one->brief(), $one->origin->profileId],
            $this->requisitions->newest(self::PAST),
        );
        foreach ($this->facts->ofMany($past) as $facts) {
            $before = self::counted($before, $standing, $facts);
            $after = self::counted($after, $with, $facts);
        }

        return new TriedRule(\count($past), $before, $after);
    }

    /**
     * @param array<string, int>             $counts by post
     * @param list<ApprovalRule>             $rules
     * @param array<string, int|string|null> $facts
     *
     * @return array<string, int>
     */
    private static function counted(array $counts, array $rules, array $facts): array
    {
        $steps = (new ApprovalChain())->forBrief($rules, $facts);
        $posts = array_map(static fn (ApprovalStep $step): string => $step->post->value, $steps);
        foreach (array_unique($posts) as $post) {
            $counts[$post] = ($counts[$post] ?? 0) + 1;
        }

        return $counts;
    }
}
