<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * A document written down as one text, so that a phrase is found in it by a regular expression: a line for each place, the words of one place between tabs, an empty line between texts; the whole text
 * first, then the fields. It begins and ends with a line break. The expressions mean the same to PCRE and to PostgreSQL.
 */
final class Written
{
    public static function document(Document $document): string
    {
        $fields = ['' => []];
        foreach ($document->positions as $term => $at) {
            $term = (string) $term;
            $colon = strpos($term, ':');
            $field = false === $colon ? '' : substr($term, 0, $colon);
            foreach ($at as $place) {
                $fields[$field][$place] = isset($fields[$field][$place]) ? $fields[$field][$place]."\t".$term : $term;
            }
        }
        $written = "\n";
        foreach ($fields as $lines) {
            ksort($lines);
            $next = 0;
            foreach ($lines as $place => $line) {
                // several empty lines are no more apart than one
                $written .= ($place === $next ? '' : "\n").$line."\n";
                $next = $place + 1;
            }
            $written .= "\n";
        }

        return $written;
    }

    /** @return list<string> the different words of a document that was written down, as it holds them */
    public static function terms(string $written): array
    {
        $terms = [];
        for ($word = strtok($written, "\n\t"); false !== $word; $word = strtok("\n\t")) {
            $terms[$word] = true;
        }

        return array_map(strval(...), array_keys($terms));
    }

    /** What finds a row of words, without delimiters. */
    public static function pattern(Row $row): string
    {
        return '[\n\t]'.implode('(?:\t[^\n]*)?\n(?:[^\n]*\t)?', array_map(preg_quote(...), $row->lexemes())).($row->prefix ? '' : '[\n\t]');
    }

    /** How the row mostly stands in a text, no word of it beside another at one place: quickest to find. */
    public static function plain(Row $row): string
    {
        return "\n".implode("\n", $row->lexemes()).($row->prefix ? '' : "\n");
    }

    /** What a text with the row is like at the least, for LIKE: quicker to tell than the pattern. */
    public static function like(Row $row): string
    {
        return '%'.implode('%', array_map(static fn (string $t): string => addcslashes($t, '%_\\'), $row->lexemes())).'%';
    }
}
