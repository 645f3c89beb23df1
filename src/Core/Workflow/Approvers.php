<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/**
 * Who is asked for each step of a chain. Nobody agrees to what they asked for or composed, not even in another's place, and nobody is
 * asked twice: one yes of a person counts for every step they would be asked in.
 *
 * Worked example: requester 1; step A could go to 1, then 4; step B to 4, then 5. A goes to 4, and B is not asked, for 4 is asked already.
 */
final class Approvers
{
    /**
     * @param list<array{step: ApprovalStep, people: list<array{id: int, as: Standing}>}> $chain    for each step those who could be asked, the first of them first
     * @param list<int>                                                                   $excluded who asks and who composed
     *
     * @return list<array{step: ApprovalStep, id: int|null, as: Standing|null}> those to ask; id null where nobody is left
     */
    public static function choose(array $chain, array $excluded): array
    {
        $asked = $found = $spared = [];
        foreach ($chain as ['step' => $step, 'people' => $people]) {
            $first = array_values(array_filter($people, static fn (array $p): bool => !\in_array($p['id'], $excluded, true)))[0] ?? null;
            if (null !== $first && isset($asked[$first['id']])) {
                // of a group of which one is enough, one is asked already
                $spared[] = self::group($step);
                continue;
            }
            $found[] = ['step' => $step, 'id' => $first['id'] ?? null, 'as' => $first['as'] ?? null];
            if (null !== $first && !$step->anyOf) {
                $asked[$first['id']] = true;
            }
        }

        return self::once(array_values(array_filter($found, static fn (array $f): bool => !$f['step']->anyOf || !\in_array(self::group($f['step']), $spared, true))));
    }

    /**
     * @param list<array{step: ApprovalStep, id: int|null, as: Standing|null}> $found
     *
     * @return list<array{step: ApprovalStep, id: int|null, as: Standing|null}> without anyone standing in a group twice
     */
    private static function once(array $found): array
    {
        $seen = $kept = [];
        foreach ($found as $one) {
            $key = self::group($one['step']).'.'.($one['id'] ?? 'nobody');
            if (null === $one['id'] || !isset($seen[$key])) {
                $kept[] = $one;
            }
            $seen[$key] = true;
        }

        return $kept;
    }

    private static function group(ApprovalStep $step): string
    {
        return $step->rank.'.'.$step->group;
    }
}
