<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Decides whether a text answers a query. This is the definition of what a query means; the database has to agree with it. */
final class Evaluator
{
    public function matches(Node $node, Document $document): bool
    {
        return match (true) {
            $node instanceof Row => $this->row($node, $document),
            $node instanceof Not => !$this->matches($node->node, $document),
            $node instanceof All => $this->all($node->nodes, $document),
            $node instanceof Any => $this->any($node->nodes, $document),
            default => throw new \LogicException('An unknown node.'),
        };
    }

    /** @param list<Node> $nodes */
    private function all(array $nodes, Document $document): bool
    {
        foreach ($nodes as $node) {
            if (!$this->matches($node, $document)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<Node> $nodes */
    private function any(array $nodes, Document $document): bool
    {
        foreach ($nodes as $node) {
            if ($this->matches($node, $document)) {
                return true;
            }
        }

        return false;
    }

    private function row(Row $row, Document $document): bool
    {
        $last = \count($row->terms) - 1;
        $candidates = null;
        foreach ($row->lexemes() as $i => $term) {
            $positions = $row->prefix && $i === $last ? $this->beginning($term, $document) : $document->positions()[$term] ?? [];
            $starts = array_map(static fn (int $p): int => $p - $i, $positions);
            $candidates = null === $candidates ? $starts : array_intersect($candidates, $starts);
            if ([] === $candidates) {
                return false;
            }
        }

        return true;
    }

    /** @return list<int> */
    private function beginning(string $prefix, Document $document): array
    {
        $found = [];
        foreach ($document->positions() as $term => $positions) {
            if (str_starts_with((string) $term, $prefix) && str_contains((string) $term, ':') === str_contains($prefix, ':')) {
                array_push($found, ...$positions);
            }
        }

        return $found;
    }
}
