<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Token;
use Jorvent\Core\Query\Tokeniser;

/** A text as safe HTML with what a query looks for marked; a phrase only where it stands as a phrase, and nothing that stands under NOT. */
final class Highlighter
{
    /** @param list<Row> $rows */
    public function mark(string $text, array $rows): string
    {
        $html = '';
        $at = 0;
        foreach ($this->spans((new Tokeniser())->tokens($text), $rows) as $start => $length) {
            if ($start >= $at) {
                $html .= htmlspecialchars(substr($text, $at, $start - $at)).'<mark>'.htmlspecialchars(substr($text, $start, $length)).'</mark>';
                $at = $start + $length;
            }
        }

        return $html.htmlspecialchars(substr($text, $at));
    }

    /**
     * The passage of a text where it first says what is looked for, marked; its beginning where it does not.
     *
     * @param list<Row> $rows
     */
    public function passage(string $text, array $rows, int $length = 110): string
    {
        $text = trim((string) preg_replace('/\s+/u', ' ', $text));
        $first = array_key_first($this->spans((new Tokeniser())->tokens($text), $rows)) ?? 0;
        $start = 0 === $first ? 0 : max(0, $first - 30);
        $cut = mb_strcut($text, $start, $length);
        // whole words
        $cut = 0 === $start ? $cut : (string) preg_replace('/^\S*\s/u', '', $cut);
        $cut = \strlen($text) <= $start + $length ? $cut : (string) preg_replace('/\s\S*$/u', '', $cut);

        return (0 === $start ? '' : '… ').$this->mark($cut, $rows).(\strlen($text) <= $start + $length ? '' : ' …');
    }

    /**
     * @param list<Token> $tokens
     * @param list<Row>   $rows
     *
     * @return array<int, int> length by start, in order
     */
    private function spans(array $tokens, array $rows): array
    {
        $byPosition = [];
        foreach ($tokens as $token) {
            $byPosition[$token->position][] = $token;
        }
        $spans = [];
        foreach ($rows as $row) {
            foreach (array_keys($byPosition) as $position) {
                foreach ($this->match($row, $position, $byPosition) as $token) {
                    $spans[$token->start] = max($spans[$token->start] ?? 0, $token->length);
                }
            }
        }
        ksort($spans);

        return $spans;
    }

    /**
     * @param array<int, list<Token>> $byPosition
     *
     * @return list<Token> the tokens of the row when it stands here, else none
     */
    private function match(Row $row, int $position, array $byPosition): array
    {
        $found = [];
        $last = \count($row->terms) - 1;
        foreach ($row->terms as $i => $term) {
            $here = array_values(array_filter($byPosition[$position + $i] ?? [], static fn (Token $t): bool => $row->prefix && $i === $last ? str_starts_with($t->term, $term) : $t->term === $term));
            if ([] === $here) {
                return [];
            }
            $found[] = $here[0];
        }

        return $found;
    }

    /** @return list<Row> what a query looks for, besides what it leaves out */
    public function rows(?Node $node): array
    {
        if ($node instanceof Row) {
            return [$node];
        }
        $rows = [];
        foreach ($node instanceof All || $node instanceof Any ? $node->nodes : [] as $part) {
            array_push($rows, ...$this->rows($part));
        }

        return $rows;
    }
}
