<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Query;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Token;
use Jorvent\Core\Query\Tokeniser;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Tokeniser::class)]
#[CoversClass(Document::class)]
#[CoversClass(Evaluator::class)]
final class TokeniserTest extends TestCase
{
    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        yield 'plain' => ['Marine Electrician', 'marine@0 electrician@1'];
        yield 'the C family' => ['C, C++ and C#.', 'c@0 c++@1 and@2 c#@3'];
        yield '.NET alone' => ['in .NET now', 'in@0 .net@1 now@2'];
        yield 'ASP.NET' => ['ASP.NET', 'asp.net@0 asp@0 .net@1'];
        yield 'Node.js' => ['Node.js.', 'node.js@0 node@0 js@1'];
        yield 'CI/CD' => ['CI/CD pipes', 'ci/cd@0 ci@0 cd@1 pipes@2'];
        yield 'hyphen' => ['shore-power plant', 'shorepower@0 shore@0 power@1 plant@2'];
        yield 'apostrophes' => ["O'Neill’s ship's", 'oneills@0 neill@0 ships@1 ship@1'];
        yield 'accents' => ['Łódź Ærø Świętochowska Demirbaş straße', 'lodz@0 aero@1 swietochowska@2 demirbas@3 strasse@4'];
        yield 'the end of a sentence' => ['Ended. Began', 'ended@0 began@1'];
        yield '24/7' => ['24/7', '24/7@0 24@0 7@1'];
        yield 'nothing' => [' … — ', ''];
    }

    #[DataProvider('texts')]
    public function testTokens(string $text, string $expected): void
    {
        self::assertSame($expected, implode(' ', array_map(static fn (Token $t): string => $t->term.'@'.$t->position, (new Tokeniser())->tokens($text))));
    }

    public function testTextWithoutAccentsHasTheSameWords(): void
    {
        mt_srand(7);
        $parts = ['a', 'Z', '9', 'net', 'Net', '.', '.net', '\'', '/', '&', '-', '+', '++', '#', ' ', ',', '_', "\n", 'k'];
        for ($i = 0; $i < 20_000; ++$i) {
            $text = implode('', array_map(static fn (): string => $parts[mt_rand(0, \count($parts) - 1)], range(1, mt_rand(1, 14))));
            // with a letter beyond them the other expression is used
            self::assertSame([...(new Tokeniser())->written($text), 'ø'], (new Tokeniser())->written($text.' ø'), $text);
            self::assertSame([...(new Tokeniser())->words($text), ['ø', \strlen($text) + 1]], (new Tokeniser())->words($text.' ø'), $text);
        }
    }

    public function testOffsetsPointIntoTheText(): void
    {
        $text = 'Łódź: O’Neill, shore-power (C++).';
        foreach ((new Tokeniser())->tokens($text) as $token) {
            self::assertSame((new Tokeniser())->fold(substr($text, $token->start, $token->length)), (new Tokeniser())->fold(mb_strcut($text, $token->start, $token->length)));
        }
        self::assertSame('shore-power', substr($text, (new Tokeniser())->tokens('Łódź: O’Neill, shore-power')[3]->start, 11));
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function found(): iterable
    {
        yield 'C does not find C#' => ['C', 'writes C# and C++', false];
        yield 'C finds C' => ['C', 'writes C', true];
        yield 'C# finds C#' => ['c#', 'C#, .NET', true];
        yield 'e-mail finds email' => ['e-mail', 'by email', true];
        yield 'email finds e-mail' => ['email', 'by e-mail', true];
        yield 'shore power finds shore-power' => ['"shore power"', 'the shore-power plant', true];
        yield 'shore-power finds shore power' => ['shore-power', 'the shore power plant', true];
        yield 'shore-power is not shore … power' => ['shore-power', 'ashore and shore of power', false];
        yield 'O\'Neill without its mark' => ['oneill', "Hugh O'Neill", true];
        yield 'neill' => ['neill', "Hugh O'Neill", true];
        yield 'ship finds ship\'s' => ['ship', "ship's electrician", true];
        yield 'ship\'s phrase' => ['"ship\'s electrician"', 'Ship’s Electrician', true];
        yield 'lodz' => ['lodz', 'Łódź', true];
        yield 'prefix' => ['weld*', 'a welder', true];
        yield 'prefix in a phrase' => ['"marine elec"*', 'marine electrician', true];
        yield 'a phrase does not cross fields' => ['"electrician kvitholm"', 'x', false];
    }

    #[DataProvider('found')]
    public function testFinds(string $query, string $text, bool $expected): void
    {
        $node = (new Parser())->parse($query)->node;
        self::assertNotNull($node);
        self::assertSame($expected, (new Evaluator())->matches($node, Document::of($text)));
    }

    public function testAPhraseDoesNotRunFromOneFieldIntoTheNext(): void
    {
        $node = (new Parser())->parse('"electrician kvitholm"')->node;
        self::assertNotNull($node);
        self::assertFalse((new Evaluator())->matches($node, Document::of('marine electrician', 'Kvitholm Verft')));
        self::assertTrue((new Evaluator())->matches($node, Document::of('marine electrician Kvitholm Verft')));
    }
}
