<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * A text as searches see it, written down so that a phrase is found in it by a regular expression: a line for each place, the words of one place between tabs, an empty line between texts. Terms of a field
 * follow those of the whole text as "title:welder". It begins and ends with a line break.
 * No phrase runs from one text into the next. Of a very long text the first 16 000 words count, and of a term its first 250 places.
 */
final class Document
{
    public const FIELDS = ['title', 'employer', 'skill', 'school', 'place', 'note'];
    public const WORDS = 16_000;
    public const PLACES = 250;
    /** Longer than any word; what has no blank for so long is no word that anyone looks for. In bytes. */
    public const LONGEST = 200;

    /** @var array<array-key, list<int>>|null */
    private ?array $positions = null;

    public function __construct(public readonly string $written = "\n")
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
        $written = "\n";
        foreach ($fields as $field => $texts) {
            $lines = '';
            foreach ($texts as $text) {
                $lines .= $tokeniser->lines($text, '' === $field ? '' : $field.':')."\n";
            }
            $written .= \strlen($lines) > self::PLACES ? self::limited($lines) : $lines;
        }
        // several empty lines are no more apart than one
        while (str_contains($written, "\n\n\n")) {
            $written = str_replace("\n\n\n", "\n\n", $written);
        }

        return new self($written);
    }

    /** @return list<string> the different terms */
    public function terms(): array
    {
        $terms = array_count_values(explode("\n", strtr($this->written, "\t", "\n")));
        unset($terms['']);

        return array_map(strval(...), array_keys($terms));
    }

    /** @return array<array-key, list<int>> where each term stands, rising: places of one text follow each other, those of another are farther away */
    public function positions(): array
    {
        if (null === $this->positions) {
            $this->positions = [];
            foreach (explode("\n", trim($this->written, "\n")) as $place => $line) {
                foreach ('' === $line ? [] : explode("\t", $line) as $term) {
                    $this->positions[$term][] = $place;
                }
            }
        }

        return $this->positions;
    }

    private static function limited(string $lines): string
    {
        if (substr_count($lines, "\n") <= self::WORDS && max(array_count_values(explode("\n", strtr($lines, "\t", "\n")))) <= self::PLACES) {
            return $lines;
        }
        $seen = [];
        $kept = '';
        foreach (\array_slice(explode("\n", $lines), 0, self::WORDS) as $line) {
            $terms = [];
            foreach ('' === $line ? [] : explode("\t", $line) as $term) {
                $seen[$term] = ($seen[$term] ?? 0) + 1;
                if ($seen[$term] <= self::PLACES) {
                    $terms[] = $term;
                }
            }
            $kept .= implode("\t", $terms)."\n";
        }

        return $kept."\n";
    }
}
