<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/**
 * Which of those asked are asked now, and whether all that must have agreed. Ranks one after another; inside a rank all groups together; a group with "any" is done by one yes.
 */
final class ApprovalRound
{
    /**
     * @param list<array{id: int, rank: int, group: int, any: bool, state: string}> $asked states "waiting", "agreed"
     *
     * @return array{open: list<int>, spare: list<int>, done: bool} ids that can be decided now; ids no longer needed; whether all is agreed
     */
    public static function look(array $asked): array
    {
        $ranks = $spare = [];
        foreach ($asked as $one) {
            $enough = $one['any'] && [] !== array_filter($asked, static fn (array $a): bool => $a['rank'] === $one['rank'] && $a['group'] === $one['group'] && 'agreed' === $a['state']);
            if ('waiting' !== $one['state']) {
                continue;
            }
            if ($enough) {
                $spare[] = $one['id'];
            } else {
                $ranks[$one['rank']][] = $one['id'];
            }
        }
        ksort($ranks);

        return ['open' => array_values($ranks)[0] ?? [], 'spare' => $spare, 'done' => [] === $ranks];
    }
}
