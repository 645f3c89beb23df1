<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * Text to terms, the same for indexing and for querying: no stemming, no stop words, case and accents folded.
 *
 *  | written        | found as                                | rule
 *  |----------------|-----------------------------------------|------------------------------------------------
 *  | C, C++, C#, F# | c  c++  c#  f# (each only as itself)    | a trailing ++ or # belongs to the word
 *  | .NET, ASP.NET  | .net; asp.net, asp, .net                | a dot before "net" belongs to it
 *  | Node.js, CI/CD | whole, and its parts in a row           | inner dot, slash or ampersand
 *  | shore-power    | shorepower, shore, power                | inner hyphen: also joined (e-mail = email)
 *  | O'Neill, ship's| oneill, neill; ships, ship              | inner apostrophe: joined, and parts over a letter
 *  | Łódź, Ærø      | lodz, aero                              | accents folded, single letters by the table below
 */
final class Tokeniser
{
    private const WORD = '/(?:(?<![\p{L}\p{N}])\.(?=net(?![\p{L}\p{N}])))?[\p{L}\p{N}\p{M}]+(?:[\'’.\/&\-‐‑][\p{L}\p{N}\p{M}]+)*(?:\+\+|#)?/iu';
    private const FOLD = ['ł' => 'l', 'ø' => 'o', 'đ' => 'd', 'ß' => 'ss', 'æ' => 'ae', 'œ' => 'oe', 'ı' => 'i', 'þ' => 'th', 'ð' => 'd', '’' => "'", '‐' => '-', '‑' => '-'];

    /**
     * All terms of a text, for indexing. Offsets are bytes into the given text.
     *
     * @return list<Token>
     */
    public function tokens(string $text, int $firstPosition = 0): array
    {
        $tokens = [];
        $position = $firstPosition;
        foreach ($this->words($text) as [$word, $start]) {
            $length = \strlen($word);
            $parts = $this->parts($word);
            foreach ($this->wholes($word, $parts) as $whole) {
                $tokens[] = new Token($whole, $position, $start, $length);
            }
            if (\count($parts) > 1 && !str_contains($this->fold($word), "'")) {
                foreach ($parts as $i => $part) {
                    $tokens[] = new Token($part, $position + $i, $start, $length);
                }
                $position += \count($parts) - 1;
            }
            ++$position;
        }

        return $tokens;
    }

    /**
     * The words of a text with their byte offsets.
     *
     * @return list<array{string, int}>
     */
    public function words(string $text): array
    {
        if (false === preg_match_all(self::WORD, $text, $matches, \PREG_OFFSET_CAPTURE)) {
            return [];
        }

        return $matches[0];
    }

    /**
     * How one word is looked for: either of the alternatives, each a row of adjacent terms.
     *
     * @return non-empty-list<non-empty-list<string>>
     */
    public function alternatives(string $word): array
    {
        $folded = $this->fold($word);
        $parts = $this->parts($word);
        if (\count($parts) > 1 && str_contains($folded, '-')) {
            return [[implode('', $parts)], $parts];
        }

        return [[str_replace("'", '', $folded)]];
    }

    public function fold(string $word): string
    {
        $word = strtr(mb_strtolower($word), self::FOLD);
        if (1 === preg_match('/[^\x00-\x7F]/', $word)) {
            $decomposed = \Normalizer::normalize($word, \Normalizer::FORM_KD);
            $word = (string) preg_replace('/\p{M}+/u', '', \is_string($decomposed) ? $decomposed : $word);
        }

        return $word;
    }

    /** @return non-empty-list<string> */
    private function parts(string $word): array
    {
        $parts = array_values(array_filter(preg_split('/[\'\/&\-]|\.(?=net\b)(*SKIP)(*F)|\./', $this->fold($word)) ?: [], static fn (string $p): bool => '' !== $p));
        if (1 === \count($parts) && 1 === preg_match('/^(.+)(\.net)$/', $parts[0], $m)) {
            return [$m[1], $m[2]];
        }

        return [] === $parts ? [$this->fold($word)] : $parts;
    }

    /**
     * @param non-empty-list<string> $parts
     *
     * @return non-empty-list<string>
     */
    private function wholes(string $word, array $parts): array
    {
        $folded = $this->fold($word);
        if (str_contains($folded, "'")) {
            $long = array_values(array_filter($parts, static fn (string $p): bool => \strlen($p) > 1));

            return array_values(array_unique([str_replace("'", '', $folded), ...$long]));
        }
        if (str_contains($folded, '-') && \count($parts) > 1) {
            return [implode('', $parts)];
        }

        return [$folded];
    }
}
