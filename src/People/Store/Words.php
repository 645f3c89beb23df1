<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;

/** Writes our terms and queries as PostgreSQL's tsvector and tsquery, term by term and position by position, past all its dictionaries. */
final class Words
{
    /** A document keeps to PostgreSQL's limits: positions end at 16383, 255 to a term, a lexeme is under 2 KB. */
    public static function vector(Document $document): string
    {
        $vector = '';
        foreach ($document->positions as $term => $at) {
            $vector .= self::quote((string) $term).':'.(isset($at[1]) ? implode(',', array_map(static fn (int $p): int => $p + 1, $at)) : $at[0] + 1).' ';
        }

        return $vector;
    }

    public static function query(Node $node): string
    {
        return match (true) {
            $node instanceof Row => self::row($node),
            $node instanceof Not => '!('.self::query($node->node).')',
            $node instanceof All => implode(' & ', array_map(static fn (Node $n): string => '('.self::query($n).')', $node->nodes)),
            $node instanceof Any => implode(' | ', array_map(static fn (Node $n): string => '('.self::query($n).')', $node->nodes)),
            default => throw new \LogicException('An unknown node.'),
        };
    }

    private static function row(Row $row): string
    {
        $terms = array_map(self::quote(...), $row->lexemes());
        if ($row->prefix) {
            $terms[\count($terms) - 1] .= ':*';
        }

        return implode(' <-> ', $terms);
    }

    private static function quote(string $term): string
    {
        return "'".(false === strpbrk($term, "'\\") ? $term : str_replace(['\\', "'"], ['\\\\', "''"], $term))."'";
    }
}
