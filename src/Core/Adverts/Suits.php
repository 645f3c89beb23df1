<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/**
 * Which openings suit what someone says of themselves, with the reasons. Every reason names a fact of the opening that answers something that was said; nothing else counts for it.
 */
final class Suits
{
    public const CITY = 3;
    public const KIND = 3;
    public const WORD = 2;
    public const YEARS = 1;
    /** Words shorter than this say too little. */
    private const SHORTEST = 3;

    /**
     * @param list<array{key: string, title: string, text: string, skills: list<string>, city: string, kind: string, years: int|null, remote: string}> $openings
     * @param list<string>                                                                                                                          $kinds    any of
     * @param list<string>                                                                                                                          $cities   any of
     * @param int|null                                                                                                                              $years    of work behind them
     * @param string                                                                                                                                $words    what they like or can, in their own words
     *
     * @return list<array{key: string, points: int, reasons: list<array{code: string, what: string}>, against: list<array{code: string, what: string}>}> those with a reason and none of what was asked for missing, best first; of equals as they came
     */
    public static function of(array $openings, array $kinds, array $cities, ?int $years, string $words): array
    {
        $said = self::words($words);
        $found = [];
        foreach ($openings as $opening) {
            $reasons = $against = [];
            $points = 0;
            $wrong = false;
            if ([] !== $cities) {
                if (\in_array($opening['city'], $cities, true)) {
                    $points += self::CITY;
                    $reasons[] = ['code' => 'city', 'what' => $opening['city']];
                } elseif ('fully' === $opening['remote']) {
                    $points += self::CITY - 1;
                    $reasons[] = ['code' => 'remote', 'what' => $opening['city']];
                } else {
                    $wrong = true;
                }
            }
            if ([] !== $kinds) {
                $right = \in_array($opening['kind'], $kinds, true);
                $points += $right ? self::KIND : 0;
                $wrong = $wrong || !$right;
                if ($right) {
                    $reasons[] = ['code' => 'kind', 'what' => $opening['kind']];
                }
            }
            $met = self::met($said, $opening);
            foreach ($met as $what) {
                $points += self::WORD;
                $reasons[] = ['code' => 'word', 'what' => $what];
            }
            if (null !== $years && null !== $opening['years'] && $opening['years'] > 0) {
                if ($years >= $opening['years']) {
                    $points += self::YEARS;
                    $reasons[] = ['code' => 'years', 'what' => (string) $opening['years']];
                } else {
                    $points -= self::YEARS;
                    $against[] = ['code' => 'years', 'what' => (string) $opening['years']];
                }
            }
            if (!$wrong && ([] === $said || [] !== $met) && [] !== $reasons) {
                $found[] = ['key' => $opening['key'], 'points' => $points, 'reasons' => $reasons, 'against' => $against];
            }
        }
        usort($found, static fn (array $a, array $b): int => $b['points'] <=> $a['points']);

        return $found;
    }

    /**
     * The written answer that a question asks for: most of its telling words in the written question, or none.
     *
     * @param list<array{key: string, question: string}> $written
     */
    public static function answer(string $question, array $written): ?string
    {
        $said = self::words($question);
        [$best, $key] = [0.0, null];
        foreach ($written as $one) {
            $asked = self::words($one['question']);
            $met = \count(array_filter($said, static fn (string $w): bool => self::among($w, $asked)));
            $share = [] === $said || [] === $asked ? 0.0 : $met / \count($said) + $met / \count($asked);
            if ($met > 0 && $share > $best) {
                [$best, $key] = [$share, $one['key']];
            }
        }

        return $best >= 0.8 ? $key : null;
    }

    /**
     * @param list<string>                                                                                                                    $said
     * @param array{key: string, title: string, text: string, skills: list<string>, city: string, kind: string, years: int|null, remote: string} $opening
     *
     * @return list<string> skills, else words of the title or the text, that were spoken of
     */
    private static function met(array $said, array $opening): array
    {
        $met = [];
        foreach ($said as $word) {
            foreach ($opening['skills'] as $skill) {
                if (self::among($word, self::words($skill))) {
                    $met[$skill] = $skill;
                    continue 2;
                }
            }
            if (self::among($word, self::words($opening['title'].' '.$opening['text']))) {
                $met[$word] = $word;
            }
        }

        return array_values($met);
    }

    /** @param list<string> $words */
    private static function among(string $word, array $words): bool
    {
        foreach ($words as $other) {
            $short = min(mb_strlen($word), mb_strlen($other));
            // of the same stem: all but the last two letters of the shorter one, and no less than four, or the same
            if ($word === $other || ($short >= 4 && mb_substr($word, 0, max(4, $short - 2)) === mb_substr($other, 0, max(4, $short - 2)))) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> telling words in small letters, each once */
    private static function words(string $text): array
    {
        $little = ['the', 'and', 'you', 'are', 'for', 'with', 'what', 'how', 'can', 'does', 'have', 'like', 'where', 'when', 'who', 'your', 'there', 'work', 'working', 'want', 'jeg', 'hva', 'som', 'det', 'den', 'har', 'hvor', 'liker', 'kan', 'dere', 'med', 'til', 'jobbe', 'ile', 'jak', 'czy', 'jest', 'lubię', 'się', 'gdzie', 'kto', 'praca', 'dla'];
        preg_match_all('/[\p{L}\p{N}]{'.self::SHORTEST.',}/u', mb_strtolower($text), $m);

        return array_values(array_diff(array_unique($m[0]), $little));
    }
}
