<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * A text as the evaluator sees it: every term with the positions it stands at, from 0. Terms of a field stand beside those of the whole text as "title:welder", counted on their own.
 * No phrase runs from one text into the next. Of a very long text the first 16 000 words count, and of a term its first 250 places.
 */
final readonly class Document
{
    public const FIELDS = ['title', 'employer', 'skill', 'school', 'place', 'note'];
    public const WORDS = 16_000;
    public const PLACES = 250;
    /** Longer than any word; what has no blank for so long is no word that anyone looks for. In bytes. */
    public const LONGEST = 200;

    /** @param array<array-key, list<int>> $positions by term, rising */
    public function __construct(public array $positions)
    {
    }

    /** The whole text, without fields. */
    public static function of(string ...$texts): self
    {
        return self::build(['' => array_values($texts)]);
    }

    /** @param array<string, list<string>> $fields texts by field, '' for the whole */
    public static function build(array $fields): self
    {
        $tokeniser = new Tokeniser();
        $positions = [];
        foreach ($fields as $field => $texts) {
            $next = 0;
            foreach ($texts as $text) {
                $next = $tokeniser->collect($text, $next, $positions, '' === $field ? '' : $field.':') + 1;
            }
        }
        $kept = [];
        foreach ($positions as $term => $at) {
            if (\strlen((string) $term) > self::LONGEST || $at[0] >= self::WORDS) {
                continue;
            }
            if (isset($at[1])) {
                $at = array_values(array_unique($at[\count($at) - 1] < self::WORDS ? $at : array_filter($at, static fn (int $p): bool => $p < self::WORDS)));
                $at = isset($at[self::PLACES]) ? \array_slice($at, 0, self::PLACES) : $at;
            }
            $kept[$term] = $at;
        }

        return new self($kept);
    }
}
