<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** A text in small letters without accents, with the place each byte came from, so that what is found in it can be shown in the original. */
final readonly class Folded
{
    private const LETTERS = ['ł' => 'l', 'ø' => 'o', 'å' => 'a', 'đ' => 'd', 'ð' => 'd', 'ß' => 'ss', 'æ' => 'ae', 'œ' => 'oe', 'þ' => 'th', 'ı' => 'i', '’' => "'", '‘' => "'", '´' => "'", '–' => '-', '—' => '-', '−' => '-', '‐' => '-', '‑' => '-', "\u{00A0}" => ' ', "\u{2009}" => ' ', "\u{202F}" => ' ', "\t" => ' '];

    /** @param list<int> $places byte in the original for each byte of the text, and one more for its end */
    private function __construct(public string $text, public string $original, private array $places)
    {
    }

    public static function of(string $original): self
    {
        $text = '';
        $places = [];
        $at = 0;
        foreach (mb_str_split($original) as $letter) {
            $folded = self::letter($letter);
            $text .= $folded;
            for ($i = 0; $i < \strlen($folded); ++$i) {
                $places[] = $at;
            }
            $at += \strlen($letter);
        }
        $places[] = $at;

        return new self($text, $original, $places);
    }

    /** The same folding of a word of a table: what is no letter or digit becomes one blank. */
    public static function phrase(string $text): string
    {
        return trim((string) preg_replace('/[^a-z0-9+#]+/', ' ', self::of($text)->text));
    }

    /** The original of a piece of the folded text. */
    public function passage(int $from, int $length): string
    {
        return substr($this->original, $this->places[$from], $this->places[min($from + $length, \strlen($this->text))] - $this->places[$from]);
    }

    /** Where a piece of the folded text begins in the original, in bytes. */
    public function place(int $at): int
    {
        return $this->places[min($at, \strlen($this->text))];
    }

    private static function letter(string $letter): string
    {
        if (1 === \strlen($letter)) {
            return "\t" === $letter ? ' ' : strtolower($letter);
        }
        $small = mb_strtolower($letter);
        if (isset(self::LETTERS[$small])) {
            return self::LETTERS[$small];
        }
        $apart = normalizer_normalize($small, \Normalizer::FORM_KD);
        $plain = preg_replace('/\p{M}+/u', '', false === $apart ? $small : $apart);

        return \is_string($plain) ? $plain : $small;
    }
}
