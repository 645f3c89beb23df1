<?php

declare(strict_types=1);

namespace Jorvent\Tests\Measures;

use PhpParser\Node;
use PhpParser\Node\Expr\BinaryOp\Concat;
use PhpParser\Node\InterpolatedStringPart;
use PhpParser\Node\Scalar\InterpolatedString;
use PhpParser\Node\Scalar\String_;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitorAbstract;

/** SQL statements that stand in the code as text, whole or joined from pieces. */
final class Statements extends NodeVisitorAbstract
{
    private const STARTS = '/^\s*(?:SELECT|WITH|INSERT INTO|UPDATE|DELETE FROM|TRUNCATE|LOCK|MERGE INTO)\b'
        .'.*\b(?:FROM|SET|INTO|VALUES|AS|TABLE)\b/s';
    private const WRITES = '/\b(?:INSERT INTO|UPDATE|DELETE FROM|TRUNCATE|MERGE INTO)\s+"?([a-z_]+)/';
    private const READS = '/\b(?:FROM|JOIN|USING)\s+(?:LATERAL\s+)?"?([a-z_]+)/';

    /** @var list<string> */
    private array $found = [];

    /** @return list<string> texts, with a mark where something else is put in */
    public static function of(Source $source): array
    {
        $visitor = new self();
        (new NodeTraverser($visitor))->traverse($source->tree);

        return $visitor->found;
    }

    /** @return list<string> tables that a statement writes to */
    public static function written(string $sql): array
    {
        preg_match_all(self::WRITES, (string) preg_replace('/\bFOR UPDATE\b|\bDO UPDATE\b|\bOR UPDATE\b/', '', $sql), $m);

        return array_values(array_unique($m[1]));
    }

    /** @return list<string> tables and names of subqueries that it reads */
    public static function read(string $sql): array
    {
        preg_match_all(self::READS, $sql, $m);

        return array_values(array_unique($m[1]));
    }

    public function enterNode(Node $node): ?int
    {
        if (!$node instanceof Concat && !$node instanceof String_ && !$node instanceof InterpolatedString) {
            return null;
        }
        $text = self::text($node);
        if (1 === preg_match(self::STARTS, $text)) {
            $this->found[] = $text;
        }

        // its pieces are no statements of their own
        return self::DONT_TRAVERSE_CHILDREN;
    }

    private static function text(Node $node): string
    {
        return match (true) {
            $node instanceof String_ => $node->value,
            $node instanceof Concat => self::text($node->left).self::text($node->right),
            $node instanceof InterpolatedString => implode('', array_map(
                static fn (Node $part): string => $part instanceof InterpolatedStringPart ? $part->value : '…',
                $node->parts,
            )),
            default => '…',
        };
    }
}
