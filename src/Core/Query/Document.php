<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** A text as the evaluator sees it: every term with the positions it stands at. */
final readonly class Document
{
    /** @param array<array-key, list<int>> $positions by term */
    public function __construct(public array $positions)
    {
    }

    /** Fields are set apart by a gap, so that no phrase runs from one into the next. */
    public static function of(string ...$fields): self
    {
        $tokeniser = new Tokeniser();
        $positions = [];
        $next = 0;
        foreach ($fields as $field) {
            foreach ($tokeniser->tokens($field, $next) as $token) {
                $positions[$token->term][] = $token->position;
                $next = max($next, $token->position + 2);
            }
        }

        return new self(array_map(static fn (array $p): array => array_values(array_unique($p)), $positions));
    }
}
