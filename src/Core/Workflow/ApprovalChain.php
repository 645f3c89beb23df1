<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;

/** Who has to agree to a brief or an offer, in order, and why. */
final class ApprovalChain
{
    /**
     * Every rule that holds adds its posts; a post asked already at an earlier place, or at the same one where all must agree, is not asked twice.
     *
     * @param list<ApprovalRule>             $rules
     * @param array<string, int|string|null> $facts
     *
     * @return list<ApprovalStep> by rank
     */
    public function forBrief(array $rules, array $facts): array
    {
        usort($rules, static fn (ApprovalRule $a, ApprovalRule $b): int => [$a->rank, $a->id] <=> [$b->rank, $b->id]);
        $steps = $asked = [];
        foreach ($rules as $rule) {
            $because = $rule->because($facts);
            if (null === $because) {
                continue;
            }
            $first = $because[0] ?? null;
            $reason = null === $first ? 'positions_are_theirs' : (['over_band' => 'above_band', 'over_plan' => 'over_plan'][$first->fact] ?? 'rule');
            $data = ['rule' => $rule->name, 'positions' => (int) ($facts['positions'] ?? 1)] + (null === $first ? [] : ['by' => \is_int($facts[$first->fact] ?? null) ? $facts[$first->fact] : 0, 'currency' => (string) ($facts['currency'] ?? ''), 'plan' => (int) ($facts['plan'] ?? 0)]);
            $posts = array_values(array_filter($rule->posts, static fn (Post $p): bool => !isset($asked[$p->value])));
            if ($rule->anyOf && \count($posts) < \count($rule->posts)) {
                continue; // one of them is asked anyway
            }
            foreach ($posts as $post) {
                $steps[] = new ApprovalStep($post, $reason, $data, $rule->rank, $rule->id, $rule->anyOf);
                if (!$rule->anyOf || 1 === \count($posts)) {
                    $asked[$post->value] = true;
                }
            }
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
            $steps[] = new ApprovalStep(Post::Finance, 'above_band', ['by' => $base->minus($band->top)->units(), 'currency' => $base->currency], 2);
        }

        return $steps;
    }
}
