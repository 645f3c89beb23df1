<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Federation\Abilities;
use Jorvent\Core\Federation\Translation;
use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\When;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Translation::class)]
#[CoversClass(Abilities::class)]
final class TranslationTest extends TestCase
{
    /** @return iterable<string, array{Abilities}> */
    public static function abilities(): iterable
    {
        yield 'words alone' => [new Abilities()];
        yield 'words and leaving out' => [new Abilities(not: true)];
        yield 'alternatives and phrases' => [new Abilities(or: true, phrases: true)];
        yield 'nearly all' => [new Abilities(or: true, not: true, phrases: true, prefixes: true)];
        yield 'alternatives and leaving out of words' => [new Abilities(or: true, not: true)];
    }

    /** Nobody who passes is missed by what is asked, and what is left to us makes it exact. */
    #[DataProvider('abilities')]
    public function testNobodyIsMissedAndTheRestIsExact(Abilities $abilities): void
    {
        $queries = new RandomQueries(77);
        $documents = array_map(static function () use ($queries): Document {
            [$title, $text] = [$queries->text(2), $queries->text(8)];

            return Document::build(['' => [$title, $text], 'title' => [$title]]);
        }, range(1, 60));
        $evaluator = new Evaluator();
        $asked = $narrowed = $wide = 0;
        for ($i = 0; $i < 400; ++$i) {
            $written = (new Printer())->write($queries->node(3));
            $rows = (new Parser())->parse(0 === $i % 5 ? 'title:'.$queries->text(1).' AND ('.$written.')' : $written)->conjuncts();
            $translation = Translation::of($rows, $abilities);
            if (null !== $translation->node) {
                self::understood($translation->node, $abilities);
                ++$asked;
            }
            foreach ($documents as $document) {
                $passes = [] === array_filter($rows, static fn (Node $n): bool => !$evaluator->matches($n, $document));
                $sent = null === $translation->node || $evaluator->matches($translation->node, $document);
                self::assertTrue($sent || !$passes, $written.' is asked as less than it is');
                $rest = [] === array_filter($translation->left, static fn (int $r): bool => !$evaluator->matches($rows[$r], $document));
                self::assertSame($passes, $sent && $rest, $written);
                $narrowed += $sent && !$passes ? 1 : 0;
                $wide += $sent ? 1 : 0;
            }
        }
        self::assertGreaterThan(150, $asked, 'most can be asked in part');
        self::assertLessThan(60 * 400, $wide, 'and asking narrows');
        self::assertGreaterThan($abilities->prefixes ? 0 : 200, $narrowed + ($abilities->prefixes ? 1 : 0), 'what is left to us decides now and then');
    }

    public function testWorkedExamples(): void
    {
        $of = static function (string $query, Abilities $abilities): array {
            $translation = Translation::of((new Parser())->parse($query)->conjuncts(), $abilities);

            return [null === $translation->node ? '' : (new Printer())->write($translation->node), $translation->left];
        };
        $words = new Abilities(not: true);
        self::assertSame(['shore AND power', [0, 1]], $of('"shore power" AND (PLC OR SCADA)', $words));
        self::assertSame(['plc AND NOT agency', []], $of('PLC NOT agency', $words));
        self::assertSame(['NOT a AND NOT b', []], $of('NOT (a OR b)', $words));
        self::assertSame(['', [0]], $of('NOT "shore power"', $words), 'leaving out both words would leave out too many');
        self::assertSame(['welder', [0]], $of('title:welder', new Abilities(or: true, phrases: true)));
        self::assertSame(['', [0]], $of('weld*', new Abilities(or: true)));
        self::assertSame(['', [0]], $of('plc OR weld*', new Abilities(or: true)), 'one alternative that is not understood opens all');
    }

    public function testCriteriaAreLeftToUsUnlessTheyArePlain(): void
    {
        $abilities = new Abilities(criteria: [Kind::Years, Kind::Place]);
        $rows = [new Criterion(Kind::Years, from: 3), new Criterion(Kind::Years, from: 3, to: 5), new Criterion(Kind::Place, ['Bergen']), new Criterion(Kind::Place, ['Bergen'], km: 30), new Criterion(Kind::Years, out: true, from: 3), new Criterion(Kind::Title, ['Welder'], when: When::Now)];
        $translation = Translation::of($rows, $abilities);
        self::assertSame([$rows[0], $rows[2]], $translation->criteria);
        self::assertSame([1, 3, 4, 5], $translation->left);
    }

    private static function understood(Node $node, Abilities $abilities, bool $top = true): void
    {
        match (true) {
            $node instanceof Row => self::assertTrue('' === $node->field && ($abilities->phrases || 1 === \count($node->terms)) && ($abilities->prefixes || !$node->prefix)),
            $node instanceof Any => self::assertTrue($abilities->or),
            $node instanceof Not => self::assertTrue($abilities->not && ($abilities->or || $node->node instanceof Row)),
            default => self::assertInstanceOf(All::class, $node),
        };
        foreach ($node instanceof All || $node instanceof Any ? $node->nodes : ($node instanceof Not ? [$node->node] : []) as $part) {
            self::understood($part, $abilities, false);
        }
    }
}
