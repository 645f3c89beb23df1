<?php

declare(strict_types=1);

namespace Jorvent\Core\Import;

/** Guesses which column of a table holds which field, from names as people write them in English, Norwegian and Polish. */
final class ColumnMatch
{
    /**
     * @param list<string>                $head  names of the columns, in order
     * @param array<string, list<string>> $known names by field, one of Fields
     *
     * @return array<string, int> column by field; a column is given to one field only, the surest match first
     */
    public static function propose(array $head, array $known): array
    {
        $folded = array_map(self::fold(...), $head);
        $found = $used = [];
        foreach ([static fn (string $c, string $n): bool => $c === $n, static fn (string $c, string $n): bool => mb_strlen($n) >= 4 && str_contains($c, $n)] as $same) {
            foreach ($known as $field => $names) {
                foreach ($names as $name) {
                    foreach ($folded as $i => $column) {
                        if (!isset($found[$field]) && !isset($used[$i]) && '' !== $column && $same($column, self::fold($name))) {
                            $found[$field] = $i;
                            $used[$i] = true;
                        }
                    }
                }
            }
        }

        // in the order of the fields, however they were found
        return array_filter(array_replace(array_fill_keys(array_keys($known), null), $found), is_int(...));
    }

    public static function fold(string $name): string
    {
        $folded = \Normalizer::normalize(mb_strtolower(mb_scrub($name)), \Normalizer::FORM_KD);

        return (string) preg_replace('/[^a-z0-9]+/', '', strtr(\is_string($folded) ? $folded : $name, ['ø' => 'o', 'ł' => 'l', 'å' => 'a', 'æ' => 'ae']));
    }
}
