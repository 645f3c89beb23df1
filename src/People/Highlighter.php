<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;

/** A text as safe HTML with the words that a query looks for marked. */
final class Highlighter
{
    public function mark(string $text, ?Node $node): string
    {
        [$terms, $prefixes] = $this->terms($node);
        $html = '';
        $at = 0;
        if ([] !== $terms || [] !== $prefixes) {
            foreach ((new Tokeniser())->tokens($text) as $token) {
                if ($token->start < $at || !$this->hit($token->term, $terms, $prefixes)) {
                    continue;
                }
                $html .= htmlspecialchars(substr($text, $at, $token->start - $at)).'<mark>'.htmlspecialchars(substr($text, $token->start, $token->length)).'</mark>';
                $at = $token->start + $token->length;
            }
        }

        return $html.htmlspecialchars(substr($text, $at));
    }

    /**
     * @param array<string, true> $terms
     * @param list<string>        $prefixes
     */
    private function hit(string $term, array $terms, array $prefixes): bool
    {
        foreach ($prefixes as $prefix) {
            if (str_starts_with($term, $prefix)) {
                return true;
            }
        }

        return isset($terms[$term]);
    }

    /** @return array{array<string, true>, list<string>} whole terms and beginnings; what stands under NOT is not looked for */
    private function terms(?Node $node): array
    {
        if ($node instanceof Row) {
            $terms = $node->terms;
            $prefixes = $node->prefix ? [array_pop($terms)] : [];

            return [array_fill_keys($terms, true), $prefixes];
        }
        $terms = $prefixes = [];
        foreach ($node instanceof All || $node instanceof Any ? $node->nodes : [] as $part) {
            [$more, $starts] = $this->terms($part);
            $terms += $more;
            $prefixes = [...$prefixes, ...$starts];
        }

        return [$terms, $prefixes];
    }
}
