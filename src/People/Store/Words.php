<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;

/** Writes our terms and queries as PostgreSQL's tsvector and tsquery, term by term and position by position, past all its dictionaries. */
final class Words
{
    /** PostgreSQL's own limits: positions end at 16383, a lexeme is under 2 KB. */
    private const LAST_POSITION = 16_380;
    private const LONGEST = 200;

    public function vector(string ...$fields): string
    {
        $tokeniser = new Tokeniser();
        $positions = [];
        $next = 0;
        foreach ($fields as $field) {
            foreach ($tokeniser->tokens($field, $next) as $token) {
                $next = max($next, $token->position + 2);
                if ($token->position < self::LAST_POSITION && \strlen($token->term) <= self::LONGEST) {
                    $positions[$token->term][$token->position + 1] = true;
                }
            }
        }
        $parts = [];
        foreach ($positions as $term => $at) {
            $parts[] = $this->quote((string) $term).':'.implode(',', \array_slice(array_keys($at), 0, 250));
        }

        return implode(' ', $parts);
    }

    public function query(Node $node): string
    {
        return match (true) {
            $node instanceof Row => $this->row($node),
            $node instanceof Not => '!('.$this->query($node->node).')',
            $node instanceof All => implode(' & ', array_map(fn (Node $n): string => '('.$this->query($n).')', $node->nodes)),
            $node instanceof Any => implode(' | ', array_map(fn (Node $n): string => '('.$this->query($n).')', $node->nodes)),
            default => throw new \LogicException('An unknown node.'),
        };
    }

    private function row(Row $row): string
    {
        $terms = array_map($this->quote(...), $row->terms);
        if ($row->prefix) {
            $terms[\count($terms) - 1] .= ':*';
        }

        return implode(' <-> ', $terms);
    }

    private function quote(string $term): string
    {
        return "'".str_replace(['\\', "'"], ['\\\\', "''"], $term)."'";
    }
}
