<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Reporting\SmallGroups;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(SmallGroups::class)]
final class SmallGroupsTest extends TestCase
{
    public function testAGroupTooSmallIsLeftOutAndDoesNotShowFromTheTotal(): void
    {
        self::assertSame(['a' => 40, 'b' => 30, 'c' => 20], SmallGroups::of(['a' => 40, 'b' => 30, 'c' => 20], 10));
        self::assertSame(['a' => 40, 'b' => null, 'c' => null], SmallGroups::of(['a' => 40, 'b' => 30, 'c' => 3], 10), 'c alone would be the total less a and b');
        self::assertSame(['a' => 40, 'b' => null, 'c' => null], SmallGroups::of(['a' => 40, 'b' => 6, 'c' => 5], 10), 'two that make a group together need no third');
        self::assertSame(['a' => null, 'b' => null, 'c' => null], SmallGroups::of(['a' => 40, 'b' => 3, 'c' => 2], 10));
        self::assertNull(SmallGroups::of(['a' => 4, 'b' => 3], 10), 'the whole is too small');
        self::assertSame(['a' => 12, 'b' => 0], SmallGroups::of(['a' => 12, 'b' => 0], 10), 'nobody is nobody');
    }

    /** Whoever knows every total still learns no number under the smallest. */
    public function testNothingSmallIsFoundByTakingAway(): void
    {
        $dice = new Randomizer(new Mt19937(5));
        $hid = $showed = 0;
        for ($round = 0; $round < 400; ++$round) {
            $smallest = $dice->getInt(5, 12);
            $groups = [];
            $answers = \array_slice(['a', 'b', 'c', 'd', 'e'], 0, $dice->getInt(2, 5));
            for ($g = 0, $n = $dice->getInt(1, 7); $g < $n; ++$g) {
                $counts = [];
                foreach ($answers as $answer) {
                    $counts[$answer] = 0 === $dice->getInt(0, 4) ? 0 : $dice->getInt(0, 30);
                }
                $groups["g$g"] = $counts;
            }
            $shown = SmallGroups::among($groups, $smallest);
            foreach ($groups as $group => $counts) {
                if (array_sum($counts) < $smallest) {
                    self::assertNull($shown[$group]);
                    continue;
                }
                self::line($counts, $shown[$group] ?? [], $smallest);
                foreach ($shown[$group] ?? [] as $answer => $n) {
                    self::assertTrue(null === $n || ($n === ($counts[$answer] ?? 0) && (0 === $n || $n >= $smallest)), 'what is shown is true and not small');
                    null === $n ? ++$hid : ++$showed;
                }
            }
            foreach (\count($groups) > 1 ? $answers : [] as $answer) {
                self::line(array_map(static fn (array $counts): int => $counts[$answer] ?? 0, $groups), array_map(static fn (?array $cells): ?int => $cells[$answer] ?? null, $shown), $smallest);
            }
        }
        self::assertGreaterThan(1000, $hid);
        self::assertGreaterThan(1000, $showed, 'not by showing nothing');
    }

    /**
     * @param array<string, int>      $counts
     * @param array<string, int|null> $shown
     */
    private static function line(array $counts, array $shown, int $smallest): void
    {
        $hidden = array_filter($counts, static fn (int $n, string $k): bool => $n > 0 && null === ($shown[$k] ?? null), \ARRAY_FILTER_USE_BOTH);
        $open = array_filter($counts, static fn (int $n, string $k): bool => $n > 0 && null !== ($shown[$k] ?? null), \ARRAY_FILTER_USE_BOTH);
        self::assertTrue([] === $hidden || [] === $open || (\count($hidden) > 1 && array_sum($hidden) >= $smallest), json_encode([$counts, $shown, $smallest], \JSON_THROW_ON_ERROR));
    }
}
