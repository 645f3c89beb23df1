<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Approvers;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\Standing;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(Approvers::class)]
final class ApproversTest extends TestCase
{
    public function testTheWorkedExample(): void
    {
        $chain = [self::step(1, 0, false, [1, 4]), self::step(2, 0, false, [4, 5])];
        self::assertSame([4], self::ids(Approvers::choose($chain, [1])));
    }

    public function testWhereNobodyIsLeftTheStepStandsWithoutAPerson(): void
    {
        self::assertSame([null], self::ids(Approvers::choose([self::step(1, 0, false, [1, 2])], [1, 2])));
    }

    public function testOfAGroupWithOneAskedAlreadyNobodyElseIsAsked(): void
    {
        $chain = [self::step(1, 0, false, [7]), self::step(2, 3, true, [7]), self::step(2, 3, true, [8]), self::step(3, 0, false, [9])];
        self::assertSame([7, 9], self::ids(Approvers::choose($chain, [])));
    }

    public function testTheSamePersonStandsOnceInAGroup(): void
    {
        $chain = [self::step(1, 3, true, [7]), self::step(1, 3, true, [7]), self::step(1, 3, true, [8])];
        self::assertSame([7, 8], self::ids(Approvers::choose($chain, [])));
    }

    public function testInNoChainIsAnyoneExcludedAskedOrAskedTwice(): void
    {
        $random = new Randomizer(new Mt19937(20261201));
        for ($run = 0; $run < 2000; ++$run) {
            $chain = [];
            for ($i = $random->getInt(1, 6); $i > 0; --$i) {
                $people = [];
                for ($n = $random->getInt(0, 4); $n > 0; --$n) {
                    $people[] = $random->getInt(1, 7);
                }
                $chain[] = self::step($random->getInt(1, 3), $random->getInt(0, 2), $random->getInt(0, 3) > 2, $people);
            }
            $excluded = [$random->getInt(1, 7), $random->getInt(1, 7)];
            $found = Approvers::choose($chain, $excluded);
            $ids = array_values(array_filter(self::ids($found), is_int(...)));
            self::assertSame([], array_intersect($ids, $excluded));
            $alone = array_values(array_filter($found, static fn (array $f): bool => !$f['step']->anyOf && null !== $f['id']));
            self::assertCount(\count($alone), array_unique(self::ids($alone)), 'seed 20261201, run '.$run);
            foreach ($chain as ['step' => $step, 'people' => $people]) {
                if (!$step->anyOf && [] === array_diff(array_column($people, 'id'), $excluded)) {
                    self::assertContains(null, self::ids($found), 'who can not be asked is told, never passed over');
                }
            }
        }
    }

    /**
     * @param list<int> $people
     *
     * @return array{step: ApprovalStep, people: list<array{id: int, as: Standing}>}
     */
    private static function step(int $rank, int $group, bool $any, array $people): array
    {
        return [
            'step' => new ApprovalStep(Post::Finance, 'rule', [], $rank, $group, $any),
            'people' => array_map(static fn (int $id): array => ['id' => $id, 'as' => Standing::Post], $people),
        ];
    }

    /**
     * @param list<array{step: ApprovalStep, id: int|null, as: Standing|null}> $found
     *
     * @return list<int|null>
     */
    private static function ids(array $found): array
    {
        return array_column($found, 'id');
    }
}
