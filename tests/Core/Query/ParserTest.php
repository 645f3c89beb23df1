<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Query;

use Jorvent\Core\Query\Lexer;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Query\Problem;
use Jorvent\Core\Query\ProblemCode;
use Jorvent\Tests\Support\CaseFile;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Parser::class)]
#[CoversClass(Lexer::class)]
#[CoversClass(Printer::class)]
final class ParserTest extends TestCase
{
    /** As many as a query of the size that is made up here can want. */
    private const REPAIRS = 8;

    /** @return iterable<string, array{string, string}> */
    public static function cases(): iterable
    {
        return CaseFile::read(__DIR__.'/parser.case');
    }

    #[DataProvider('cases')]
    public function testCase(string $query, string $expected): void
    {
        self::assertSame($expected, self::describe($query));
    }

    public function testPrintedQueriesMeanTheSame(): void
    {
        $random = new RandomQueries(20_260_101);
        $printer = new Printer();
        for ($i = 0; $i < 2000; ++$i) {
            $node = $random->node(4);
            $printed = $printer->write($node);
            $again = (new Parser())->parse($printed);
            self::assertSame([], $again->errors(), $printed);
            self::assertNotNull($again->node);
            self::assertSame($printed, $printer->write($again->node));
        }
    }

    /** A repair may uncover the next problem, but whoever takes one after another comes to an end, and soon. */
    public function testRepairsBringNoMoreProblemsAndComeToAnEnd(): void
    {
        $random = new RandomQueries(20_260_102);
        $tried = 0;
        for ($i = 0; $i < 1500; ++$i) {
            $query = $random->broken();
            $problems = (new Parser())->parse($query)->errors();
            $least = \count($problems);
            for ($steps = 0; [] !== $problems && null !== $problems[0]->repaired; ++$steps) {
                ++$tried;
                self::assertNotSame($query, $problems[0]->repaired);
                $query = $problems[0]->repaired;
                $problems = (new Parser())->parse($query)->errors();
                self::assertLessThanOrEqual($least, \count($problems), $query);
                self::assertLessThan(self::REPAIRS, $steps, $query);
                $least = \count($problems);
            }
        }
        self::assertGreaterThan(300, $tried);
    }

    public function testNeverThrowsOnAnything(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        $pieces = ['(', ')', '"', '*', '-', ' ', 'AND', 'OR', 'NOT', 'plc', "\u{00A0}", '“', 'ł', "\xFF", '.net', 'c++', ',', "'", ''];
        for ($i = 0; $i < 3000; ++$i) {
            $query = implode('', array_map(static fn (): string => $pieces[$random->getInt(0, \count($pieces) - 1)], range(0, $random->getInt(0, 14))));
            foreach ((new Parser())->parse($query)->problems as $problem) {
                self::assertLessThanOrEqual(\strlen(mb_scrub($query)), $problem->start + $problem->length);
            }
        }
    }

    public function testLongAndDeepQueriesAreRefusedPolitely(): void
    {
        self::assertSame(ProblemCode::TooLong, (new Parser())->parse(str_repeat('a ', 10_001))->problems[0]->code);
        $deep = (new Parser())->parse(str_repeat('(', 200).'plc'.str_repeat(')', 200));
        self::assertSame([], $deep->errors());
        self::assertContains(ProblemCode::TooDeep, array_map(static fn (Problem $p): ProblemCode => $p->code, (new Parser())->parse(str_repeat('(', 400).'plc')->problems));
        $wide = (new Parser())->parse(implode(' OR ', array_map(static fn (int $i): string => 'w'.$i, range(1, 1500))));
        self::assertSame([], $wide->problems);
    }

    private static function describe(string $query): string
    {
        $parsed = (new Parser())->parse($query);
        $lines = [null === $parsed->node ? '' : (new Printer())->write($parsed->node)];
        foreach ($parsed->problems as $p) {
            $lines[] = \sprintf('%s %d+%d -> %s', $p->code->value, $p->start, $p->length, $p->repaired ?? '');
        }

        return rtrim(implode("\n", $lines));
    }
}
