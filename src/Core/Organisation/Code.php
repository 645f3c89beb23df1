<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Codes of units as people see them and as they are stored: what can not be seen makes two codes that look the same differ. */
final class Code
{
    /** Letters of other alphabets that look like Latin ones (Unicode confusables, the ones on keyboards of our places). */
    private const LOOKALIKES = ['А' => 'A', 'В' => 'B', 'Е' => 'E', 'К' => 'K', 'М' => 'M', 'Н' => 'H', 'О' => 'O', 'Р' => 'P', 'С' => 'C', 'Т' => 'T', 'Х' => 'X', 'а' => 'a', 'е' => 'e', 'о' => 'o', 'р' => 'p', 'с' => 'c', 'х' => 'x', 'Α' => 'A', 'Β' => 'B', 'Ε' => 'E', 'Ο' => 'O'];

    /** As it should be stored: no control, format or space characters at all, look-alikes in Latin, full-width forms folded. */
    public static function clean(string $code): string
    {
        $folded = \Normalizer::normalize(mb_scrub($code), \Normalizer::FORM_KC);
        $folded = strtr(\is_string($folded) ? $folded : $code, self::LOOKALIKES);

        return (string) preg_replace('/[\p{Z}\p{C}]+/u', '', strtr($folded, ["\u{2010}" => '-', "\u{2011}" => '-', "\u{2012}" => '-', "\u{2013}" => '-', "\u{2212}" => '-']));
    }

    /** As compared when someone looks for it: clean and without case. */
    public static function folded(string $code): string
    {
        return mb_strtolower(self::clean($code));
    }

    public static function isClean(string $code): bool
    {
        return '' !== $code && self::clean($code) === $code;
    }

    /**
     * What does not belong into a code.
     *
     * @return list<array{at: int, point: string, name: string}> position counted from 1, "U+00A0", and what it is called
     */
    public static function strays(string $code): array
    {
        $strays = [];
        foreach (mb_str_split(mb_scrub($code)) as $i => $character) {
            if (self::clean($character) !== $character) {
                $strays[] = ['at' => $i + 1, 'point' => \sprintf('U+%04X', mb_ord($character)), 'name' => mb_strtolower((string) \IntlChar::charName($character))];
            }
        }

        return $strays;
    }
}
