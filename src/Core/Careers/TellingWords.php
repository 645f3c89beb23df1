<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/** The words of a text that say what it is about, and which of them mean the same. */
final class TellingWords
{
    /** Words shorter than this say too little. */
    private const SHORTEST = 3;
    /** Endings of so many letters do not make another word, as long as so many letters are left. */
    private const ENDING = 2;
    private const STEM = 4;
    /** Common words of English, Norwegian and Polish that say nothing of work. */
    private const COMMON = [
        'the', 'and', 'you', 'are', 'for', 'with', 'what', 'how', 'can', 'does', 'have', 'like', 'where', 'when',
        'who', 'your', 'there', 'work', 'working', 'want',
        'jeg', 'hva', 'som', 'det', 'den', 'har', 'hvor', 'liker', 'kan', 'dere', 'med', 'til', 'jobbe',
        'ile', 'jak', 'czy', 'jest', 'lubię', 'się', 'gdzie', 'kto', 'praca', 'dla',
    ];

    /** Of 2, which two questions share that have the same words. */
    private const CLOSE = 0.8;

    /** @return list<string> in small letters, each once */
    public static function of(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]{'.self::SHORTEST.',}/u', mb_strtolower($text), $found);

        return array_values(array_diff(array_unique($found[0]), self::COMMON));
    }

    /**
     * Whether a word is among others, be it with another ending.
     *
     * @param list<string> $words
     */
    public static function has(array $words, string $word): bool
    {
        foreach ($words as $other) {
            if ($word === $other || self::haveOneStem($word, $other)) {
                return true;
            }
        }

        return false;
    }

    /**
     * The question that another one asks for, by the words they share: most of those of both.
     *
     * @param array<array-key, string> $questions
     *
     * @return int|string|null its key; null when none shares enough
     */
    public static function closest(string $asked, array $questions): int|string|null
    {
        $said = self::of($asked);
        [$best, $key] = [0.0, null];
        foreach ($questions as $one => $question) {
            $share = self::shared($said, self::of($question));
            if ($share > $best) {
                [$best, $key] = [$share, $one];
            }
        }

        return $best >= self::CLOSE ? $key : null;
    }

    /**
     * @param list<string> $said
     * @param list<string> $asked
     *
     * @return float the shares of both that the other has, added up: 0 to 2
     */
    private static function shared(array $said, array $asked): float
    {
        if ([] === $said || [] === $asked) {
            return 0.0;
        }
        $met = \count(array_filter($said, static fn (string $word): bool => self::has($asked, $word)));

        return $met / \count($said) + $met / \count($asked);
    }

    private static function haveOneStem(string $one, string $other): bool
    {
        $short = min(mb_strlen($one), mb_strlen($other));
        $stem = max(self::STEM, $short - self::ENDING);

        return $short >= self::STEM && mb_substr($one, 0, $stem) === mb_substr($other, 0, $stem);
    }
}
