<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Outside\Boards\Board;

/** Why an advert can not stand in some places. */
final class RuleFailures
{
    /**
     * @param array<Board> $boards
     * @param int|null     $days   how long it is to stand; null for as long as it is wanted
     *
     * @return list<Refusal> one for each board whose rules fail
     */
    public static function of(array $boards, Advert $advert, \DateTimeImmutable $today, ?int $days): array
    {
        $failures = [];
        foreach ($boards as $board) {
            $failed = $board->rules->refuse($advert, $today, $days);
            if ([] !== $failed) {
                $failures[] = new Refusal('place', 'rules_failed_there', [
                    'board' => $board->name, 'count' => \count($failed), 'field' => $failed[0]->field,
                ]);
            }
        }

        return $failures;
    }
}
