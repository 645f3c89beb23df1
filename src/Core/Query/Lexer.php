<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Cuts a written query into pieces. Curly quotes, non-breaking blanks, full-width forms, stray commas and semicolons are taken as people paste them. */
final class Lexer
{
    /** @var list<Problem> */
    private array $problems = [];

    /** Full-width forms as their plain letters and signs. */
    public static function plain(string $query): string
    {
        return (string) preg_replace_callback('/[\x{FF01}-\x{FF5E}]/u', static fn (array $m): string => \chr(mb_ord($m[0]) - 0xFEE0), $query);
    }

    /** @return array{list<Lexeme>, list<Problem>} */
    public function lex(string $query): array
    {
        $this->problems = [];
        $lexemes = [];
        $at = 0;
        $end = \strlen($query);
        while ($at < $end) {
            if (1 === preg_match('/\G(?:[\s,;\x{00A0}\x{2009}\x{202F}\x{3000}\x{3001}\x{060C}\x{061B}])+/u', $query, $m, 0, $at)) {
                $at += \strlen($m[0]);
                continue;
            }
            $lexeme = $this->next($query, $at);
            $at = $lexeme->end();
            if ('' !== $lexeme->kind) {
                $lexemes[] = $lexeme;
            }
        }
        $this->commas($query, $lexemes);

        return [$lexemes, $this->problems];
    }

    private function next(string $query, int $at): Lexeme
    {
        if ('(' === $query[$at] || ')' === $query[$at]) {
            return new Lexeme($query[$at], $query[$at], $at, 1);
        }
        if (1 === preg_match('/\G(["“”„«»])([^"“”„«»]*)(["“”„«»]?)/u', $query, $m, 0, $at)) {
            return $this->phrase($query, $at, $m[0], $m[2], '' !== $m[3]);
        }
        if (1 === preg_match('/\G-(?=[^\s\-])/', $query, $m, 0, $at)) {
            return new Lexeme(Lexeme::NOT, '-', $at, 1);
        }
        if (1 === preg_match('/\G('.implode('|', Document::FIELDS).'):[\s\x{00A0}]*/iu', $query, $m, 0, $at)) {
            return new Lexeme(Lexeme::FIELD, strtolower($m[1]), $at, \strlen($m[0]));
        }
        if (1 !== preg_match('/\G[^\s()"“”„«»,;\x{00A0}\x{2009}\x{202F}\x{3000}\x{3001}]+/u', $query, $m, 0, $at)) {
            return new Lexeme('', '', $at, 1);
        }
        $text = $m[0];
        if (\in_array($text, [Lexeme::AND, Lexeme::OR, Lexeme::NOT], true)) {
            return new Lexeme($text, $text, $at, \strlen($text));
        }
        if (\in_array($text, ['and', 'or', 'not'], true)) {
            $this->problems[] = new Problem(ProblemCode::OperatorInSmallLetters, $at, \strlen($text), substr_replace($query, strtoupper($text), $at, \strlen($text)), $text);
        } elseif (1 === preg_match('/^([a-z]{3,20}):(?=[\p{L}\p{N}"(]|$)/iu', $text, $field)) {
            $length = \strlen($field[0]);
            $this->problems[] = new Problem(ProblemCode::UnknownField, $at, $length, ltrim(substr_replace($query, '', $at, $length)), $field[1]);
        }

        return $this->word($query, $at, $text);
    }

    private function phrase(string $query, int $at, string $whole, string $text, bool $closed): Lexeme
    {
        $length = \strlen($whole);
        if (!$closed) {
            $this->problems[] = new Problem(ProblemCode::QuoteNotClosed, $at, $length, rtrim($query).'"', $text);
        }
        $prefix = str_ends_with(rtrim($text), '*');
        if ($closed && '*' === ($query[$at + $length] ?? '')) {
            $prefix = true;
            ++$length;
        }

        return new Lexeme(Lexeme::PHRASE, rtrim($text, "* \t"), $at, $length, $prefix);
    }

    private function word(string $query, int $at, string $text): Lexeme
    {
        $bare = rtrim($text, '*');
        if ('' === $bare) {
            $this->problems[] = new Problem(ProblemCode::StarWithoutWord, $at, \strlen($text), trim(substr_replace($query, '', $at, \strlen($text))), $text);

            return new Lexeme('', $text, $at, \strlen($text));
        }

        return new Lexeme(Lexeme::WORD, $bare, $at, \strlen($text), $bare !== $text);
    }

    /**
     * A list with commas, as pasted from a description, asks for all of it; it can be made a choice.
     *
     * @param list<Lexeme> $lexemes
     */
    private function commas(string $query, array $lexemes): void
    {
        $inner = array_filter($lexemes, static fn (Lexeme $l): bool => !\in_array($l->kind, [Lexeme::WORD, Lexeme::PHRASE], true));
        if ([] !== $inner || \count($lexemes) < 2 || 1 !== preg_match('/^[^"“”„«»]*?([,;\x{3001}])/u', $query, $m, \PREG_OFFSET_CAPTURE)) {
            return;
        }
        $items = array_values(array_filter(array_map(static fn (string $i): string => trim($i, " \t\r\n.\u{00A0}"), preg_split('/[,;\x{3001}](?=(?:[^"“”„«»]*["“”„«»][^"“”„«»]*["“”„«»])*[^"“”„«»]*$)/u', $query) ?: []), static fn (string $i): bool => 1 === preg_match('/[\p{L}\p{N}]/u', $i)));
        if (\count($items) < 2) {
            return;
        }
        $quoted = array_map(static fn (string $i): string => 1 === preg_match('/\s/u', $i) && 1 !== preg_match('/["“”„«»*]/u', $i) ? '"'.$i.'"' : $i, $items);
        $this->problems[] = new Problem(ProblemCode::CommaList, $m[1][1], \strlen($m[1][0]), implode(' OR ', $quoted), $m[1][0]);
    }
}
