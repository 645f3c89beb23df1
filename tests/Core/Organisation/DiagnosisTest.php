<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Organisation;

use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Diagnosis;
use Jorvent\Core\Organisation\Looking;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Diagnosis::class)]
#[CoversClass(Code::class)]
final class DiagnosisTest extends TestCase
{
    private const TODAY = '2026-03-02';

    /** @return iterable<string, array{string, list<string>, array<string, mixed>}> typed, causes of the first match, what differs from the plain case */
    public static function cases(): iterable
    {
        yield 'it can be picked' => ['4410', [], []];
        yield 'by name' => ['electrical', [], []];
        yield 'by a word without its accent' => ['gdansk', [], []];
        yield 'by the code with a blank pasted behind it' => ["4410\u{00A0}", [], []];
        yield 'a blank at the end of the stored code' => ['4411', ['stray_code'], []];
        yield 'a Cyrillic letter in the stored code' => ['A7', ['stray_code'], []];
        yield 'begins later' => ['4412', ['not_yet'], []];
        yield 'the one above begins later' => ['4461', ['not_yet'], []];
        yield 'has ended' => ['4413', ['no_more'], []];
        yield 'retired' => ['4414', ['retired'], []];
        yield 'under a retired one' => ['4415', ['retired'], []];
        yield 'only in another version' => ['9900', ['other_version'], []];
        yield 'the reach list is late' => ['4410', ['reach_list_late'], ['list' => [1, 2]]];
        yield 'outside the reach' => ['4600', ['outside_reach'], []];
        yield 'of another company' => ['4410', ['other_company'], ['company' => 50]];
        yield 'outside the reach and of another company' => ['7000', ['outside_reach', 'other_company'], ['company' => 1]];
        yield 'everything at once' => ['6666', ['stray_code', 'not_yet', 'retired', 'outside_reach', 'other_company'], ['company' => 1]];
        yield 'given since, list late, and ended' => ['4413', ['no_more', 'reach_list_late'], ['list' => []]];
    }

    /**
     * @param list<string>         $causes
     * @param array<string, mixed> $with
     */
    #[DataProvider('cases')]
    public function testSaysWhy(string $typed, array $causes, array $with): void
    {
        $list = $with['list'] ?? [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13];
        $company = $with['company'] ?? null;
        self::assertTrue(\is_array($list) && (null === $company || \is_int($company)));
        $diagnosis = Diagnosis::of(new Looking($typed, self::inForce(), [self::draft()], [2], array_values(array_filter($list, is_int(...))), $company, new \DateTimeImmutable(self::TODAY)));
        self::assertNotSame([], $diagnosis->found, 'nothing was found');
        self::assertSame($causes, array_map(static fn (Cause $c): string => $c->value, $diagnosis->found[0]['causes']));
    }

    public function testEveryCauseHasACase(): void
    {
        $shown = array_merge(...array_values(array_map(static fn (array $c): array => $c[1], iterator_to_array(self::cases()))));
        self::assertSame([], array_diff(array_map(static fn (Cause $c): string => $c->value, Cause::cases()), $shown));
    }

    public function testNothingLikeItIsSaid(): void
    {
        foreach (['zzz', '', "\u{00A0}"] as $typed) {
            self::assertSame([], Diagnosis::of(new Looking($typed, self::inForce(), [], [2], [], null, new \DateTimeImmutable(self::TODAY)))->found);
        }
    }

    public function testTheExactCodeComesBeforeNamesThatHoldIt(): void
    {
        $structure = new Structure(1, 'one', [new Unit(1, null, 'C', 'Company', UnitKind::Company), new Unit(2, 1, '10', 'Ten', UnitKind::Department), new Unit(3, 1, '101', 'Hundred and one', UnitKind::Department), new Unit(4, 1, '7', 'Quay 10', UnitKind::Department)]);
        $diagnosis = Diagnosis::of(new Looking('10', $structure, [], [1], [1, 2, 3, 4], null, new \DateTimeImmutable(self::TODAY)));
        self::assertSame([2, 3, 4], array_map(static fn (array $f): int => $f['unit']->id, $diagnosis->found));
    }

    /** @return iterable<string, array{string, string, list<string>}> */
    public static function codes(): iterable
    {
        yield 'plain' => ['4410', '4410', []];
        yield 'blank behind' => ['4410 ', '4410', ['U+0020']];
        yield 'no-break space' => ["4410\u{00A0}", '4410', ['U+00A0']];
        yield 'zero width space inside' => ["44\u{200B}10", '4410', ['U+200B']];
        yield 'byte order mark' => ["\u{FEFF}4410", '4410', ['U+FEFF']];
        yield 'soft hyphen' => ["44\u{00AD}10", '4410', ['U+00AD']];
        yield 'full width' => ['４４10', '4410', ['U+FF14', 'U+FF14']];
        yield 'look-alike' => ["\u{0410}7", 'A7', ['U+0410']];
        yield 'dash' => ["44\u{2013}10", '44-10', ['U+2013']];
        yield 'tab' => ["44\t", '44', ['U+0009']];
    }

    /** @param list<string> $points */
    #[DataProvider('codes')]
    public function testShowsWhatDoesNotBelongIntoACode(string $code, string $clean, array $points): void
    {
        self::assertSame($clean, Code::clean($code));
        self::assertSame($points, array_column(Code::strays($code), 'point'));
        self::assertSame([] === $points, Code::isClean($code));
        self::assertTrue(Code::isClean(Code::clean($code)), 'cleaning once is enough');
    }

    private static function inForce(): Structure
    {
        $later = new \DateTimeImmutable('2026-05-01');
        $past = new \DateTimeImmutable('2025-12-31');

        return new Structure(2, '2026', [
            new Unit(1, null, 'SL', 'Company', UnitKind::Company), new Unit(2, 1, '44', 'Yards', UnitKind::Division),
            new Unit(3, 2, '4410', 'Electrical', UnitKind::Department), new Unit(4, 2, "4411\u{00A0}", 'Rigging', UnitKind::Department), new Unit(5, 2, "\u{0410}7", 'Sails', UnitKind::Department),
            new Unit(6, 2, '4412', 'Shore power', UnitKind::Department, from: $later), new Unit(7, 2, '4413', 'Steam', UnitKind::Department, to: $past),
            new Unit(8, 2, '4414', 'Old stores', UnitKind::Department, retired: true), new Unit(9, 8, '4415', 'Old ropes', UnitKind::Team),
            new Unit(10, 2, '4460', 'New quay', UnitKind::Department, from: $later), new Unit(11, 10, '4461', 'Cranes', UnitKind::Team), new Unit(13, 2, '4470', 'Yard Gdańsk', UnitKind::Department),
            new Unit(20, 1, '4600', 'Finance', UnitKind::Department),
            new Unit(50, null, 'ST', 'Terminals', UnitKind::Company), new Unit(51, 50, '7000', 'Gates', UnitKind::Department), new Unit(52, 50, '6666 ', 'All wrong', UnitKind::Department, from: $later, retired: true),
        ]);
    }

    private static function draft(): Structure
    {
        return new Structure(3, '2027', [new Unit(1, null, 'SL', 'Company', UnitKind::Company), new Unit(90, 1, '9900', 'Wind', UnitKind::Department)]);
    }
}
