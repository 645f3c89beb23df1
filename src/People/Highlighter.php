<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Token;
use Jorvent\Core\Query\Tokeniser;

/** A text as safe HTML with what a query looks for marked; a phrase only where it stands as a phrase, and nothing that stands under NOT. */
final class Highlighter
{
    private const ACCENTED = ['a' => '[aàáâãäåāăą]', 'c' => '[cçćč]', 'd' => '[dđďð]', 'e' => '[eèéêëēėęě]', 'i' => '[iìíîïīı]', 'l' => '[lł]', 'n' => '[nñńň]', 'o' => '[oòóôõöøō]', 'r' => '[rř]', 's' => '[sśšş]', 'u' => '[uùúûüūůű]', 'y' => '[yýÿ]', 'z' => '[zźżž]'];

    /** @var array<array-key, array{array<array-key, list<int>>, array<int, array<array-key, Token>>}> by hash of the text */
    private array $known = [];

    /** @var array<string, array{list<Row>, string}> what was looked for, which is held so that it stays what it is, and its letters(): a page looks for the same in many texts */
    private array $letters = [];

    /** @param list<Row> $rows */
    public function mark(string $text, array $rows): string
    {
        $html = '';
        $at = 0;
        foreach ($this->spans($text, $rows) as $start => $length) {
            if ($start >= $at) {
                $html .= htmlspecialchars(substr($text, $at, $start - $at)).'<mark>'.htmlspecialchars(substr($text, $start, $length)).'</mark>';
                $at = $start + $length;
            }
        }

        return $html.htmlspecialchars(substr($text, $at));
    }

    /**
     * The passage of a text where it first says what is looked for, marked; its beginning where it does not.
     *
     * @param list<Row> $rows
     */
    public function passage(string $text, array $rows, int $length = 110): string
    {
        $ascii = 1 !== preg_match('/[^\x00-\x7F]/', $text);
        $text = trim((string) preg_replace($ascii ? '/\s+/' : '/\s+/u', ' ', $text));
        $plain = array_filter($rows, static fn (Row $r): bool => 1 === preg_match('/^[a-z0-9+#.&\/-]+$/D', $r->terms[0]));
        if ($ascii || \count($plain) === \count($rows)) {
            // most of a text is looked at by its letters alone: only around what could be the beginning of a row are words told apart
            $of = ($ascii ? 'a' : '').implode(',', array_map(spl_object_id(...), $rows));
            $letters = ($this->letters[$of] ??= [$rows, self::letters($plain, $ascii)])[1];
            for ($at = 0; '' !== $letters && 1 === preg_match($letters, $text, $m, \PREG_OFFSET_CAPTURE, $at); $at = $m[0][1] + max(1, \strlen($m[0][0]))) {
                $passage = $this->around($text, $m[0][1], $rows, $length);
                if (str_contains($passage, '<mark>')) {
                    return $passage;
                }
            }
        }

        // letters of other scripts, marks without width, and rows longer than a passage are told apart by the tokeniser alone
        return $this->around($text, $ascii && \count($plain) === \count($rows) ? 0 : array_key_first($this->spans($text, $rows)) ?? 0, $rows, $length);
    }

    /** @param list<Row> $rows */
    private function around(string $text, int $first, array $rows, int $length): string
    {
        $start = $first < 30 ? 0 : $first - 30;
        $cut = mb_strcut($text, $start, $length);
        // whole words
        $cut = 0 === $start ? $cut : (string) preg_replace('/^\S*\s/u', '', $cut);
        $cut = \strlen($text) <= $start + $length ? $cut : (string) preg_replace('/\s\S*$/u', '', $cut);

        return (0 === $start ? '' : '… ').$this->mark($cut, $rows).(\strlen($text) <= $start + $length ? '' : ' …');
    }

    /** @param list<Row> $rows */
    public function says(string $text, array $rows): bool
    {
        return [] !== $this->spans($text, $rows);
    }

    /**
     * A pattern for all that could be the first term of a row, accents and inner marks left open.
     *
     * @param array<int, Row> $rows
     * @param bool            $ascii in a text without accents, which is looked through in a third of the time
     */
    private static function letters(array $rows, bool $ascii): string
    {
        [$between, $before, $after] = $ascii ? ["['-]?", '(?<![a-z0-9])', '(?![a-z0-9])'] : ["['’‐‑-]?", '(?<![\p{L}\p{N}])', '(?![\p{L}\p{N}])'];
        $terms = [];
        foreach ($rows as $row) {
            $letters = implode($between, array_map(static fn (string $c): string => ($ascii ? null : self::ACCENTED[$c] ?? null) ?? preg_quote($c, '/'), str_split($row->terms[0])));
            // at the beginning of a word or of a part of one, and up to its end
            $terms[('.' === $row->terms[0][0] ? '' : $before).$letters.(1 === \count($row->terms) && $row->prefix ? '' : $after)] = true;
        }

        return [] === $terms ? '' : '/'.implode('|', array_keys($terms)).($ascii ? '/i' : '/iu');
    }

    /**
     * @param list<Row> $rows
     *
     * @return array<int, int> length by start, in order
     */
    private function spans(string $text, array $rows): array
    {
        [$places, $tokens] = $this->words($text);
        $spans = [];
        foreach ($rows as $row) {
            $last = \count($row->terms) - 1;
            foreach (0 === $last && $row->prefix ? self::beginning($places, $row->terms[0]) : $places[$row->terms[0]] ?? [] as $position) {
                $found = [];
                for ($i = 0; $i <= $last; ++$i) {
                    $here = $tokens[$position + $i] ?? [];
                    $token = $here[$row->terms[$i]] ?? null;
                    if (null === $token && $row->prefix && $i === $last) {
                        foreach ($here as $term => $one) {
                            $token ??= str_starts_with((string) $term, $row->terms[$i]) ? $one : null;
                        }
                    }
                    if (null === $token) {
                        continue 2;
                    }
                    $found[] = $token;
                }
                foreach ($found as $token) {
                    $spans[$token->start] = max($spans[$token->start] ?? 0, $token->length);
                }
            }
        }
        ksort($spans);

        return $spans;
    }

    /**
     * @param array<array-key, list<int>> $places
     *
     * @return list<int>
     */
    private static function beginning(array $places, string $start): array
    {
        $found = [];
        foreach ($places as $term => $positions) {
            if (str_starts_with((string) $term, $start)) {
                array_push($found, ...$positions);
            }
        }

        return $found;
    }

    /** @return array{array<array-key, list<int>>, array<int, array<array-key, Token>>} where each term stands, and the terms at each position; of the last few texts they are remembered */
    private function words(string $text): array
    {
        $key = hash('xxh3', $text);
        if (!isset($this->known[$key])) {
            $places = $tokens = [];
            foreach ((new Tokeniser())->tokens($text) as $token) {
                $places[$token->term][] = $token->position;
                $tokens[$token->position][$token->term] = $token;
            }
            $this->known = \array_slice($this->known, -15, null, true) + [$key => [$places, $tokens]];
        }

        return $this->known[$key];
    }

    /** @return list<Row> what a query looks for, besides what it leaves out */
    public function rows(?Node $node): array
    {
        if ($node instanceof Row) {
            return [$node];
        }
        $rows = [];
        foreach ($node instanceof All || $node instanceof Any ? $node->nodes : [] as $part) {
            array_push($rows, ...$this->rows($part));
        }

        return $rows;
    }
}
