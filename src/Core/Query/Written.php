<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** How a row of words is found in a Document as it is written down. The expressions mean the same to PCRE and to PostgreSQL. */
final class Written
{
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
