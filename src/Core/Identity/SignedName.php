<?php

declare(strict_types=1);

namespace Jorvent\Core\Identity;

use Jorvent\Core\Resume\Folded;

/** Whether a typed name is the one a person is known by: the same words in any order, whatever their case, accents and hyphens. */
final class SignedName
{
    public static function is(string $known, string $typed): bool
    {
        $words = self::words($known);

        return [] !== $words && $words === self::words($typed);
    }

    /** @return list<string> */
    private static function words(string $name): array
    {
        $words = preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower(Folded::of($name)->text), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        sort($words);

        return $words;
    }
}
