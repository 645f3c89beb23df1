<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Writes a tree back as a query line; parsing it again gives the same tree. */
final class Printer
{
    public function write(Node $node): string
    {
        return match (true) {
            $node instanceof Row => $this->row($node),
            $node instanceof Not => 'NOT '.$this->bracketed($node->node),
            $node instanceof All => implode(' AND ', array_map($this->bracketed(...), $node->nodes)),
            $node instanceof Any => '' !== $node->written ? $this->oneWord($node) : implode(' OR ', array_map($this->bracketed(...), $node->nodes)),
            default => throw new \LogicException('An unknown node.'),
        };
    }

    private function bracketed(Node $node): string
    {
        $text = $this->write($node);

        return $node instanceof All || ($node instanceof Any && '' === $node->written) ? '('.$text.')' : $text;
    }

    private function row(Row $row): string
    {
        $text = '' !== $row->written ? $row->written : implode(' ', $row->terms);
        $quoted = str_contains($text, ' ') || \in_array(strtoupper($text), ['AND', 'OR', 'NOT'], true);

        return ('' === $row->field ? '' : $row->field.':').($quoted ? '"'.$text.'"' : $text).($row->prefix ? '*' : '');
    }

    private function oneWord(Any $node): string
    {
        $row = $node->nodes[0];

        return $row instanceof Row ? ('' === $row->field ? '' : $row->field.':').$node->written.($row->prefix ? '*' : '') : $node->written;
    }
}
