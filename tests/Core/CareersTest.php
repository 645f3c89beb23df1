<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Careers\Declared;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Colours::class)]
#[CoversClass(Declared::class)]
final class CareersTest extends TestCase
{
    /** Values of the definition, to a hundredth. */
    public function testContrastAsItIsDefined(): void
    {
        self::assertEqualsWithDelta(21.0, Colours::contrast('#000000', '#FFFFFF'), .001);
        self::assertEqualsWithDelta(1.0, Colours::contrast('#A3195B', '#A3195B'), .001);
        self::assertEqualsWithDelta(4.54, Colours::contrast('#767676', '#FFFFFF'), .005, 'the lightest grey that may be text on white');
        self::assertEqualsWithDelta(4.48, Colours::contrast('#777777', '#FFFFFF'), .005);
        self::assertEqualsWithDelta(Colours::contrast('#0F4C5C', '#FBF8F1'), Colours::contrast('#FBF8F1', '#0F4C5C'), 1e-9, 'either way round');
    }

    /** @return iterable<string, array{Colours, list<string>}> */
    public static function looks(): iterable
    {
        yield 'the house colours' => [new Colours('#A3195B', '#0F4C5C', '#FBF8F1'), []];
        yield 'a pale accent' => [new Colours('#F2A0C0', '#0F4C5C', '#FBF8F1'), ['accent contrast_low']];
        yield 'a dark ground' => [new Colours('#A3195B', '#0F4C5C', '#101820'), ['paper contrast_low', 'accent contrast_low', 'deep contrast_low']];
        yield 'no colour' => [new Colours('red', '#0F4C5C', '#FBF8F1"'), ['accent colour_wrong', 'paper colour_wrong']];
        yield 'script instead of a colour' => [new Colours('#A3195B', '};*{}', '#FBF8F1'), ['deep colour_wrong']];
    }

    /** @param list<string> $refused */
    #[DataProvider('looks')]
    public function testWhatCanNotBeReadIsRefused(Colours $colours, array $refused): void
    {
        self::assertSame($refused, array_map(static fn ($r): string => $r->field.' '.$r->code, $colours->refuse()));
    }

    public function testShadesOfAnAccentStayReadable(): void
    {
        for ($i = 0; $i < 300; ++$i) {
            $accent = \sprintf('#%02X%02X%02X', $i * 37 % 256, $i * 91 % 256, $i * 151 % 256);
            $colours = new Colours($accent, '#0F4C5C', '#FFFFFF');
            self::assertGreaterThanOrEqual(Colours::contrast($accent, '#FFFFFF') - 1e-9, Colours::contrast($colours->accentDark(), '#FFFFFF'));
            self::assertGreaterThan(Colours::TEXT, Colours::contrast('#16242F', $colours->wash()), $accent);
        }
    }

    public function testOnlyWhatWasAskedAndOfferedIsCounted(): void
    {
        self::assertSame(['gender' => 'woman'], Declared::accept(['gender' => 'woman', 'age' => '25_34', 'disability' => 'perhaps', 'name' => 'Ola'], ['gender', 'disability']));
        self::assertSame([], Declared::accept(['gender' => ''], ['gender']));
    }
}
