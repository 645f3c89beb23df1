<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** One line of a resume, cleaned of bullets and of letters set apart, with what kind of line it is. */
final readonly class Line
{
    /** @param int $number from 0, in the text as it was read */
    private function __construct(public int $number, public string $text, public Folded $folded, public bool $bullet, public bool $blank, public int $indent)
    {
    }

    /** @return list<self> without what is repeated on every page and page numbers */
    public static function all(string $text): array
    {
        $lines = [];
        foreach (preg_split('/\R/u', $text) ?: [] as $i => $raw) {
            $raw = rtrim(str_replace(["\u{00A0}", "\u{00AD}", "\u{200B}", "\u{FEFF}"], [' ', '', '', ''], $raw));
            $indent = \strlen($raw) - \strlen(ltrim($raw));
            $clean = ltrim($raw);
            $bullet = 1 === preg_match('/^(?:[•▪●◦■‣·*✓➢→\x{F0B7}]|[-–—](?=\s))\s*/u', $clean, $m);
            $clean = $bullet ? substr($clean, \strlen($m[0])) : $clean;
            $clean = self::together($clean);
            if (1 === preg_match('/^(?:page|side|strona|p\.)?\s*\d{1,3}\s*(?:(?:of|av|z|\/)\s*\d{1,3})?$/iu', $clean) && (1 === preg_match('/\p{L}|\//u', $clean) || \strlen($clean) < 3)) {
                continue;
            }
            $lines[] = new self($i, $clean, Folded::of($clean), $bullet, '' === trim($clean), $indent);
        }

        return $lines;
    }

    /** "E R F A R I N G" is one word; blanks of two or more keep words apart. */
    private static function together(string $text): string
    {
        if (1 !== preg_match('/^(?:\p{L} ){3,}\p{L}(?:\s{2,}(?:\p{L} )*\p{L})*\s*$/u', $text)) {
            return $text;
        }

        return implode(' ', array_map(static fn (string $word): string => str_replace(' ', '', $word), preg_split('/\s{2,}/', trim($text)) ?: []));
    }

    /** Whether it is told in sentences, not a heading of something: ends like one, or is long. */
    public function prose(): bool
    {
        return mb_strlen($this->text) > 90 || (1 === preg_match('/[.!?]$/', rtrim($this->text)) && 1 !== preg_match('/(?:\.\p{L}|\b(?:Ltd|Inc|Co|Jr|Corp|vgs|avd|dept))\.$/u', rtrim($this->text)));
    }

    /** @return list<string> pieces set apart by a tab, wide blanks, or one of the usual signs */
    public static function pieces(string $text): array
    {
        $parts = preg_split('~\s*(?:\t|\s{2,}|\s[|·•/–—]\s|\s-\s|\s[–—]\s|[|•·;]|,(?=\s))\s*~u', $text) ?: [];

        return array_values(array_filter(array_map(static fn (string $p): string => 1 === preg_match('/(?:\.\p{L}|\b(?:Ltd|Inc|Co|Jr|Corp))\.$/u', trim($p, " \t,:;|·•–—-()")) ? trim($p, " \t,:;|·•–—-()") : trim($p, " \t,.:;|·•–—-()"), $parts), static fn (string $p): bool => '' !== $p));
    }
}
