<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

use Jorvent\Core\Shared\Refusal;

/**
 * The colours of a careers site, and whether what is written in them can be read: contrast as WCAG 2.2 defines it
 * (relative luminance of sRGB, 1.4.3 and 1.4.11).
 */
final readonly class Colours
{
    /** Text on its ground (1.4.3). */
    public const TEXT = 4.5;
    private const INK = '#16242F';
    private const SLATE = '#4A5A66';
    private const WHITE = '#FFFFFF';

    /**
     * @param string $accent #RRGGBB: buttons, what is chosen
     * @param string $deep   #RRGGBB: figures and steps done
     * @param string $paper  #RRGGBB: the ground of the page
     */
    public function __construct(public string $accent, public string $deep, public string $paper)
    {
    }

    /** @return list<Refusal> by field accent, deep, paper; with the contrast there is and the least there may be */
    public function refuse(): array
    {
        $refusals = [];
        foreach (['accent' => $this->accent, 'deep' => $this->deep, 'paper' => $this->paper] as $field => $colour) {
            if (1 !== preg_match('/^#[0-9A-Fa-f]{6}$/', $colour)) {
                $refusals[] = new Refusal($field, 'colour_wrong');
            }
        }

        return [] === $refusals ? $this->unreadable() : $refusals;
    }

    /** @return list<Refusal> one for each field whose text is hard to read: the first pair that is */
    private function unreadable(): array
    {
        $refusals = [];
        foreach ($this->written() as [$field, $text, $ground]) {
            $ratio = self::contrast($text, $ground);
            if ($ratio < self::TEXT) {
                $shown = number_format(floor(10 * $ratio) / 10, 1);
                $refusals[$field] ??= new Refusal(
                    $field, 'contrast_low', ['ratio' => $shown, 'least' => (string) self::TEXT],
                );
            }
        }

        return array_values($refusals);
    }

    /** @return list<array{string, string, string}> what is written on what: the field that decides it, text, ground */
    private function written(): array
    {
        return [
            ['paper', self::INK, $this->paper],
            ['paper', self::SLATE, $this->paper],
            ['accent', $this->accent, $this->paper],
            ['accent', self::WHITE, $this->accent],
            ['deep', $this->deep, $this->paper],
            ['deep', $this->deep, self::WHITE],
        ];
    }

    /** @return float 1 (the same) to 21 (black on white) */
    public static function contrast(string $one, string $other): float
    {
        $a = self::luminance($one);
        $b = self::luminance($other);

        return (max($a, $b) + .05) / (min($a, $b) + .05);
    }

    /** The accent a shade darker, for what the pointer is on; darker never lowers the contrast to white. */
    public function accentDark(): string
    {
        return self::mix($this->accent, '#000000', .18);
    }

    /** The accent as a ground for ink: as much of it as leaves the ink readable. */
    public function wash(): string
    {
        return self::mix(self::WHITE, $this->accent, .09);
    }

    /** @param float $share of the second, 0 to 1 */
    private static function mix(string $one, string $other, float $share): string
    {
        $a = self::parts($one);
        $b = self::parts($other);

        $mixed = static fn (int $i): int => (int) round($a[$i] * (1 - $share) + $b[$i] * $share);

        return \sprintf('#%02X%02X%02X', $mixed(0), $mixed(1), $mixed(2));
    }

    private static function luminance(string $colour): float
    {
        [$r, $g, $b] = array_map(static function (int $part): float {
            $c = $part / 255;

            return $c <= .04045 ? $c / 12.92 : (($c + .055) / 1.055) ** 2.4;
        }, self::parts($colour));

        return .2126 * $r + .7152 * $g + .0722 * $b;
    }

    /** @return array{int, int, int} */
    private static function parts(string $colour): array
    {
        $part = static fn (int $from): int => (int) hexdec(substr($colour, $from, 2));

        return [$part(1), $part(3), $part(5)];
    }
}
