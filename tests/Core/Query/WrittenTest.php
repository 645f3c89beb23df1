<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Query;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Row;
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
            $document = Document::build(['' => [$queries->text(8), $queries->text(4)], 'title' => [$queries->text(2), $queries->text(1)], 'skill' => [$queries->text(3)]]);
            $written = Written::document($document);
            self::assertEqualsCanonicalizing(array_map(strval(...), array_keys($document->positions)), Written::terms($written));
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
        $written = Written::document(Document::of('a ﷺ z'));
        self::assertSame(3, substr_count(trim($written, "\n"), "\n") + 1);
        self::assertContains('صلى الله عليه وسلم', Written::terms($written));
    }

    private function isLike(string $written, Row $row): bool
    {
        return 1 === preg_match('~'.str_replace('%', '.*', preg_quote(Written::like($row), '~')).'~s', $written);
    }
}
