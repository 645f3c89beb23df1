<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Coverage;
use Jorvent\Core\Search\Fit;
use Jorvent\Core\Search\FitPart;
use Jorvent\Core\Search\Person;
use Jorvent\Core\Search\Wanted;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Fit::class)]
final class FitTest extends TestCase
{
    public function testWorkedExample(): void
    {
        $fit = Fit::of(new Wanted(['PLC', 'drives'], ['Norwegian']), new Person(Document::of('PLC cabinets. Speaks Norwegian.')));
        self::assertSame(57, $fit->score);
        self::assertSame(['a must PLC covered', 'b must drives missing', 'c wish Norwegian covered'], array_map(static fn (FitPart $p): string => $p->letter.' '.$p->kind.' '.$p->wanted.' '.$p->coverage->value, $fit->parts));
    }

    public function testHalfTheWordsCoverPartly(): void
    {
        $of = static fn (string $text): Coverage => Fit::of(new Wanted(['fault finding'], []), new Person(Document::of($text)))->parts[0]->coverage;
        self::assertSame(Coverage::Covered, $of('good at fault finding'));
        self::assertSame(Coverage::Partly, $of('finding the fault'));
        self::assertSame(Coverage::Partly, $of('wrote the fault book'));
        self::assertSame(Coverage::Missing, $of('cooks'));
    }

    public function testYearsAndPlace(): void
    {
        $parts = static fn (?float $years, ?string $city, ?bool $move): array => array_map(static fn (FitPart $p): Coverage => $p->coverage, Fit::of(new Wanted([], [], 5, 'Gdańsk'), new Person(Document::of('x'), $years, $city, $move))->parts);
        self::assertSame([Coverage::Covered, Coverage::Covered], $parts(5.0, 'Gdansk', null));
        self::assertSame([Coverage::Partly, Coverage::Partly], $parts(3.0, 'Bergen', true));
        self::assertSame([Coverage::Missing, Coverage::Missing], $parts(2.9, 'Bergen', false));
        self::assertSame([Coverage::NotStated, Coverage::NotStated], $parts(null, null, null));
    }

    public function testNothingStatedIsNoScore(): void
    {
        self::assertNull(Fit::of(new Wanted(['PLC'], []), new Person(null))->score);
        self::assertNull(Fit::of(new Wanted([], []), new Person(Document::of('x')))->score);
    }

    public function testMoreCoverageNeverLowersTheScore(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(8));
        $skills = ['plc', 'drives', 'ferry', 'yard', 'weld', 'scada'];
        for ($i = 0; $i < 300; ++$i) {
            $has = array_values(array_filter($skills, static fn (): bool => 1 === $random->getInt(0, 1)));
            $wanted = new Wanted(\array_slice($skills, 0, 3), \array_slice($skills, 3));
            $before = Fit::of($wanted, new Person(Document::of('someone '.implode(' ', $has))))->score;
            $after = Fit::of($wanted, new Person(Document::of('someone '.implode(' ', $has).' '.$skills[$random->getInt(0, 5)])))->score;
            self::assertGreaterThanOrEqual($before, $after);
        }
    }
}
