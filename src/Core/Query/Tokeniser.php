<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * Text to terms, the same for indexing and for querying: no stemming, no stop words, case and accents folded.
 *
 *  | written         | found as                                 | rule
 *  |-----------------|------------------------------------------|------------------------------------------------
 *  | C, C++, C#, F#  | c  c++  c#  f# (each only as itself)     | a trailing ++ or # belongs to the word
 *  | .NET, ASP.NET   | .net; asp.net, asp, .net                 | a dot before "net" belongs to it
 *  | Node.js, CI/CD  | whole, and its parts in a row            | inner dot, slash
 *  | 24/7            | whole, and its parts in a row            | the same
 *  | R&D             | whole; single letters of it not alone    | inner ampersand: searching R does not find R&D
 *  | shore-power     | shorepower, shore, power                 | inner hyphen: also joined (e-mail = email)
 *  | O'Neill, ship's | oneill, neill; ships, ship               | inner apostrophe: joined, and parts over a letter
 *  | Łódź, Ærø       | lodz, aero                               | accents folded, single letters by the table below
 *  | ＰＬＣ, ﬁtter    | plc, fitter                              | full width and ligatures are their plain letters
 *  | sea·man (soft)  | seaman                                   | soft hyphens and marks without width are nothing
 *  | 造船技師         | each character, in a row                 | scripts written without blanks
 */
final class Tokeniser
{
    private const INVISIBLE = '\x{00AD}\x{200B}-\x{200F}\x{202A}-\x{202E}\x{2060}\x{2066}-\x{2069}\x{FEFF}';
    private const WORD = '/(?:(?<![\p{L}\p{N}])\.(?=net(?![\p{L}\p{N}])))?[\p{L}\p{N}\p{M}]['.self::INVISIBLE.'\p{L}\p{N}\p{M}]*(?:[\'’.\/&\-‐‑][\p{L}\p{N}\p{M}]['.self::INVISIBLE.'\p{L}\p{N}\p{M}]*)*(?:\+\+|#)?/iu';
    /** The same of a text without accents, twice as fast. */
    private const PLAIN = '/(?:(?<![a-z0-9])\.(?=net(?![a-z0-9])))?[a-z0-9]+(?:[\'.\/&\-][a-z0-9]+)*(?:\+\+|#)?/i';
    private const FOLD = ['ł' => 'l', 'ø' => 'o', 'đ' => 'd', 'ß' => 'ss', 'æ' => 'ae', 'œ' => 'oe', 'ı' => 'i', 'þ' => 'th', 'ð' => 'd', 'ħ' => 'h', 'ς' => 'σ', '’' => "'", '‐' => '-', '‑' => '-'];
    /** Accents of letters that are the same letter without them; vowel signs of other scripts stay. */
    private const ACCENTS = '/[\x{0300}-\x{036F}\x{0591}-\x{05C7}\x{0610}-\x{061A}\x{064B}-\x{065F}\x{0670}\x{FE00}-\x{FE0F}]+/u';
    private const UNSPACED = '/[\p{Han}\p{Hiragana}\p{Katakana}]/u';
    private const REMEMBERED = 40_000;
    private const WHOLE = 80;

    /** @var array<array-key, array{list<array{string, int}>, int, non-empty-list<non-empty-list<string>>}> what a word came to, for words come back */
    private static array $known = [];
    /** @var array<string, array<array-key, string>> its lines, by what stands before each term; of a field also those of short texts */
    private static array $lines = [];

    /**
     * All terms of a text, with where they stand. Offsets are bytes into the given text.
     *
     * @return list<Token>
     */
    public function tokens(string $text, int $firstPosition = 0): array
    {
        $tokens = [];
        $position = $firstPosition;
        foreach ($this->words($text) as [$word, $start]) {
            [$terms, $width] = self::shape($word);
            foreach ($terms as [$term, $at]) {
                $tokens[] = new Token($term, $position + $at, $start, \strlen($word));
            }
            $position += $width;
        }

        return $tokens;
    }

    /** A text as the lines of a Document: one for each place, with the words of that place between tabs. */
    public function lines(string $text, string $prefix = ''): string
    {
        $known = &self::$lines[$prefix];
        // titles, employers and skills come back as a whole
        $whole = '' !== $prefix && \strlen($text) <= self::WHOLE;
        if ($whole && isset($known[$text])) {
            return $known[$text];
        }
        $lines = '';
        foreach ($this->written($text) as $word) {
            $lines .= $known[$word] ?? self::linesOf($word, $prefix);
        }

        return $whole ? self::remember($prefix, $text, $lines) : $lines;
    }

    /**
     * The words of a text with their byte offsets.
     *
     * @return list<array{string, int}>
     */
    public function words(string $text): array
    {
        if (false === preg_match_all(self::expression($text), $text, $matches, \PREG_OFFSET_CAPTURE)) {
            return [];
        }

        return $matches[0];
    }

    /** @return list<string> the different terms of one word */
    public function terms(string $word): array
    {
        return array_values(array_unique(array_column(self::shape($word)[0], 0)));
    }

    /** @return list<string> the words of a text as they are written */
    public function written(string $text): array
    {
        return false === preg_match_all(self::expression($text), $text, $matches) ? [] : $matches[0];
    }

    /**
     * How one word is looked for: either of the alternatives, each a row of adjacent terms.
     *
     * @return non-empty-list<non-empty-list<string>>
     */
    public function alternatives(string $word): array
    {
        return self::shape($word)[2];
    }

    /**
     * A text as the row of adjacent terms it is looked for by when its words are to stand together.
     *
     * @return list<string>
     */
    public function row(string $text): array
    {
        $terms = [];
        foreach ($this->words($text) as [$word]) {
            $alternatives = self::shape($word)[2];
            array_push($terms, ...$alternatives[\count($alternatives) - 1]);
        }

        return $terms;
    }

    public function fold(string $word): string
    {
        return self::folded($word);
    }

    private static function expression(string $text): string
    {
        return 1 === preg_match('/[^\x00-\x7F]/', $text) ? self::WORD : self::PLAIN;
    }

    /** @return array{list<array{string, int}>, int, non-empty-list<non-empty-list<string>>} terms with their place in the word, how many places it takes, and how it is looked for */
    private static function shape(string $word): array
    {
        if (isset(self::$known[$word])) {
            return self::$known[$word];
        }
        if (\count(self::$known) >= self::REMEMBERED) {
            self::$known = [];
        }

        return self::$known[$word] = self::shapeOf(self::folded($word));
    }

    private static function linesOf(string $word, string $prefix): string
    {
        [$terms, $width] = self::shape($word);
        $places = array_fill(0, $width, []);
        foreach ($terms as [$term, $at]) {
            if (\strlen($prefix.$term) <= Document::LONGEST) {
                $places[$at][] = $prefix.$term;
            }
        }

        return self::remember($prefix, $word, implode('', array_map(static fn (array $at): string => implode("\t", array_unique($at))."\n", $places)));
    }

    private static function remember(string $prefix, string $text, string $lines): string
    {
        if (\count(self::$lines[$prefix] ?? []) >= self::REMEMBERED) {
            self::$lines[$prefix] = [];
        }

        return self::$lines[$prefix][$text] = $lines;
    }

    /** @return array{list<array{string, int}>, int, non-empty-list<non-empty-list<string>>} */
    private static function shapeOf(string $folded): array
    {
        if (1 === preg_match(self::UNSPACED, $folded)) {
            return self::inARow(self::characters($folded), []);
        }
        if (str_contains($folded, "'")) {
            $joined = str_replace("'", '', $folded);
            $long = array_filter(self::parts($folded), static fn (string $p): bool => \strlen($p) > 1);

            return [array_map(static fn (string $t): array => [$t, 0], array_values(array_unique([$joined, ...$long]))), 1, [[$joined]]];
        }
        $parts = self::parts($folded);
        if (1 === \count($parts)) {
            return [[[$folded, 0]], 1, [[$folded]]];
        }
        if (str_contains($folded, '-')) {
            $joined = implode('', $parts);
            [$terms, $width] = self::inARow($parts, [$joined]);

            return [$terms, $width, [[$joined], $parts]];
        }
        [$terms, $width] = self::inARow($parts, [$folded]);
        if (str_contains($folded, '&')) {
            $terms = array_values(array_filter($terms, static fn (array $t): bool => \strlen($t[0]) > 1));
        }

        return [$terms, $width, [[$folded]]];
    }

    /**
     * @param non-empty-list<string> $parts
     * @param list<string>           $whole
     *
     * @return array{list<array{string, int}>, int, non-empty-list<non-empty-list<string>>}
     */
    private static function inARow(array $parts, array $whole): array
    {
        $terms = array_map(static fn (string $t): array => [$t, 0], $whole);
        foreach ($parts as $i => $part) {
            $terms[] = [$part, $i];
        }

        return [$terms, \count($parts), [$parts]];
    }

    /** @return non-empty-list<string> */
    private static function characters(string $folded): array
    {
        preg_match_all('/[\p{Han}\p{Hiragana}\p{Katakana}]|[^\p{Han}\p{Hiragana}\p{Katakana}\'.\/&\-]+/u', $folded, $m);

        return [] === $m[0] ? [$folded] : $m[0];
    }

    private static function folded(string $word): string
    {
        if (1 !== preg_match('/[^\x00-\x7F]/', $word)) {
            return strtolower($word);
        }
        $word = (string) preg_replace('/['.self::INVISIBLE.']+/u', '', $word);
        $decomposed = \Normalizer::normalize(mb_strtolower($word), \Normalizer::FORM_KD);
        $word = strtr((string) preg_replace(self::ACCENTS, '', \is_string($decomposed) ? mb_strtolower($decomposed) : $word), self::FOLD);
        $composed = \Normalizer::normalize($word, \Normalizer::FORM_C);

        return \is_string($composed) ? $composed : $word;
    }

    /** @return non-empty-list<string> */
    private static function parts(string $folded): array
    {
        $parts = array_values(array_filter(preg_split('/[\'\/&\-]|\.(?=net\b)(*SKIP)(*F)|\./', $folded) ?: [], static fn (string $p): bool => '' !== $p));
        if (1 === \count($parts) && 1 === preg_match('/^(.+)(\.net)$/', $parts[0], $m)) {
            return [$m[1], $m[2]];
        }

        return [] === $parts ? [$folded] : $parts;
    }
}
