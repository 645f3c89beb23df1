<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Cuts a written query into pieces. Curly quotes, non-breaking blanks, stray commas and semicolons are taken as people paste them. */
final class Lexer
{
    /** @var list<Problem> */
    private array $problems = [];

    /** @return array{list<Lexeme>, list<Problem>} */
    public function lex(string $query): array
    {
        $this->problems = [];
        $lexemes = [];
        $at = 0;
        $end = \strlen($query);
        while ($at < $end) {
            if (1 === preg_match('/\G(?:[\s,;\x{00A0}\x{2009}\x{202F}\x{3000}])+/u', $query, $m, 0, $at)) {
                $at += \strlen($m[0]);
                continue;
            }
            $lexeme = $this->next($query, $at);
            $at = $lexeme->end();
            if ('' !== $lexeme->kind) {
                $lexemes[] = $lexeme;
            }
        }

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
        if (1 !== preg_match('/\G[^\s()"“”„«»,;\x{00A0}]+/u', $query, $m, 0, $at)) {
            return new Lexeme('', '', $at, 1);
        }
        $text = $m[0];
        if (\in_array($text, [Lexeme::AND, Lexeme::OR, Lexeme::NOT], true)) {
            return new Lexeme($text, $text, $at, \strlen($text));
        }
        if (\in_array($text, ['and', 'or', 'not'], true)) {
            $this->problems[] = new Problem(ProblemCode::OperatorInSmallLetters, $at, \strlen($text), substr_replace($query, strtoupper($text), $at, \strlen($text)), $text);
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
}
