<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** What a resume's text says of how to reach its writer: proposals, to be corrected by the person. */
final readonly class Contacts
{
    /** A mail address in running text. It begins only where a word begins and gives nothing back there, so that a text is read in one pass. */
    public const EMAIL = '/(?<![\p{L}\p{N}._%+\-])[\p{L}\p{N}._%+\-]++@[\p{L}\p{N}\-]+(?:\.[\p{L}\p{N}\-]+)*\.\p{L}{2,}/u';

    private function __construct(public ?string $name, public ?string $email, public ?string $phone)
    {
    }

    public static function read(string $text): self
    {
        $lines = array_values(array_filter(array_map(trim(...), preg_split('/\R/u', mb_substr(mb_scrub($text), 0, 4000)) ?: []), static fn (string $l): bool => '' !== $l));
        $email = 1 === preg_match(self::EMAIL, implode("\n", $lines), $m) ? $m[0] : null;

        return new self(self::name($lines), $email, self::phone($lines));
    }

    /**
     * The first of the opening lines that reads like a name: two to five words, each begun with a capital, no digits, not a heading.
     *
     * @param list<string> $lines
     */
    private static function name(array $lines): ?string
    {
        foreach (\array_slice($lines, 0, 12) as $line) {
            $labelled = 1 === preg_match('/^(?:name|navn|imi[eę] i nazwisko|nazwisko)\s*[:–-]\s*(.+)$/iu', $line, $m) ? $m[1] : $line;
            $line = trim((string) preg_replace('/\s{3,}.*$|[,|·•].*$/u', '', $labelled));
            if (1 === preg_match('/^(?:\p{Lu}\p{L}) (?:\p{Lu}\p{L} ?)+/u', $line) || 1 === preg_match('/^(?:\p{Lu} ){4,}/u', $line)) {
                $line = (string) preg_replace('/(?<=\p{Lu}) (?=\p{Lu}\b)/u', '', $line);
            }
            if (1 === preg_match('/^(?:curriculum|vitae|resume|résumé|profile|contact|personal|e-?mail|phone|tel|experience|education|summary|skills|work|cv|kontakt|erfaring|utdanning|doświadczenie|wykształcenie|dane)\b/iu', $line)) {
                continue;
            }
            if (1 === preg_match('/^\p{Lu}[\p{L}\'’.\-]*(?: (?:(?:van|von|de|da|del|der|den|of|y|e|la|le|mac|mc|al|bin|af|av)\b|\p{Lu}[\p{L}\'’.\-]*)){1,4}$/u', $line)) {
                return mb_strtoupper($line) === $line ? mb_convert_case($line, \MB_CASE_TITLE) : $line;
            }
        }

        return null;
    }

    /** @param list<string> $lines */
    private static function phone(array $lines): ?string
    {
        foreach (\array_slice($lines, 0, 40) as $line) {
            if (preg_match_all('/(?<![\p{L}\p{N}])(?:\+|00)?\(?\d[\d\s().\/\-]{6,18}\d(?![\p{L}\p{N}])/u', $line, $matches) > 0) {
                foreach ($matches[0] as $match) {
                    $digits = \strlen((string) preg_replace('/\D/', '', $match));
                    if ($digits >= 8 && $digits <= 15 && 1 !== preg_match('/^(?:19|20)\d\d\s*[\-–\/]\s*(?:19|20)\d\d$/u', trim($match))) {
                        return trim($match);
                    }
                }
            }
        }

        return null;
    }
}
