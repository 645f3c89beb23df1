<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Query;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Query\Written;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\TestCase;

final class WrittenTest extends TestCase
{
    public function testARowIsFoundWhereTheDocumentHasIt(): void
    {
        $queries = new RandomQueries(31);
        $evaluator = new Evaluator();
        $found = 0;
        for ($i = 0; $i < 4_000; ++$i) {
            $fields = ['' => [$queries->text(8), $queries->text(4)], 'title' => [$queries->text(2), $queries->text(1)], 'skill' => [$queries->text(3)]];
            $document = Document::build($fields);
            $written = $document->written;
            self::assertSame(self::pairsOf($fields), self::pairs($document->positions()));
            self::assertEqualsCanonicalizing(array_map(strval(...), array_keys($document->positions())), $document->terms());
            $asked = $queries->node(0);
            $asked = $asked instanceof Any ? $asked->nodes[$i % \count($asked->nodes)] : $asked;
            self::assertInstanceOf(Row::class, $asked);
            foreach (['', 'title', 'skill'] as $field) {
                $row = new Row($asked->terms, 0 === $i % 3, '', $field);
                $says = 1 === preg_match('~'.Written::pattern($row).'~', $written);
                self::assertSame($evaluator->matches($row, $document), $says, json_encode($row->lexemes())." $row->prefix in ".json_encode($written));
                self::assertTrue($says || !str_contains($written, Written::plain($row)));
                self::assertTrue(!$says || $this->isLike($written, $row), 'what is said is like it at the least');
                $found += $says ? 1 : 0;
            }
        }
        self::assertGreaterThan(1_500, $found);
        self::assertLessThan(8_000, $found);
    }

    public function testLettersThatTurnIntoBlanksAreOneWord(): void
    {
        // a ligature of four words, taken apart by folding
        $document = Document::of('a ﷺ z');
        self::assertSame(3, substr_count(trim($document->written, "\n"), "\n") + 1);
        self::assertContains('صلى الله عليه وسلم', $document->terms());
    }

    /**
     * @param array<string, list<string>> $fields
     *
     * @return array<string, int> how often a term stands, and one directly before another, by the tokens themselves
     */
    private static function pairsOf(array $fields): array
    {
        $all = [];
        foreach ($fields as $field => $texts) {
            foreach ($texts as $text) {
                $at = [];
                foreach ((new Tokeniser())->tokens($text) as $token) {
                    $at[('' === $field ? '' : $field.':').$token->term][] = $token->position;
                }
                foreach (self::pairs($at) as $pair => $times) {
                    $all[$pair] = ($all[$pair] ?? 0) + $times;
                }
            }
        }
        ksort($all, \SORT_STRING);

        return $all;
    }

    /**
     * @param array<array-key, list<int>> $positions
     *
     * @return array<string, int>
     */
    private static function pairs(array $positions): array
    {
        $pairs = [];
        foreach ($positions as $one => $at) {
            $pairs["$one"] = \count($at);
            foreach ($positions as $other => $where) {
                $pairs["$one $other"] = \count(array_intersect(array_map(static fn (int $p): int => $p + 1, $at), $where));
            }
        }
        $pairs = array_filter($pairs, static fn (int $n): bool => $n > 0);
        ksort($pairs, \SORT_STRING);

        return $pairs;
    }

    private function isLike(string $written, Row $row): bool
    {
        return 1 === preg_match('~'.str_replace('%', '.*', preg_quote(Written::like($row), '~')).'~s', $written);
    }
}
