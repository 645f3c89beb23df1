<?php

declare(strict_types=1);

namespace Jorvent\Core\Import;

/** Reads a cell as people fill it in. */
final class Cell
{
    private const EMPLOYMENTS = ['permanent' => ['permanent', 'fast', 'fulltime', 'full', 'stala', 'bezterminowa', 'nieokreslony'], 'fixed_term' => ['fixedterm', 'fixed', 'temporary', 'temp', 'contract', 'vikariat', 'midlertidig', 'terminowa', 'okreslony'], 'seasonal' => ['seasonal', 'season', 'sesong', 'sezonowa', 'summer'], 'apprentice' => ['apprentice', 'apprenticeship', 'laerling', 'praktykant', 'staz']];

    /** 2026-03-01, 01.03.2026, 1/3/2026 (day first, as everywhere we work), 1 Mar 2026. */
    public static function day(string $text): ?\DateTimeImmutable
    {
        $text = trim($text);
        foreach (['!Y-m-d', '!d.m.Y', '!j.n.Y', '!d/m/Y', '!j/n/Y', '!j M Y', '!d-m-Y'] as $format) {
            $day = \DateTimeImmutable::createFromFormat($format, $text, new \DateTimeZone('UTC'));
            $errors = \DateTimeImmutable::getLastErrors();
            if (false !== $day && (false === $errors || 0 === $errors['warning_count'] + $errors['error_count']) && (int) $day->format('Y') >= 1990 && (int) $day->format('Y') < 2100) {
                return $day;
            }
        }

        return null;
    }

    public static function number(string $text): ?int
    {
        $text = (string) preg_replace('/[\s\x{00A0}\x{2009}\x{202F}]+/u', '', $text);

        return 1 === preg_match('/^\d{1,9}(?:[.,]0+)?$/', $text) ? (int) $text : null;
    }

    public static function employment(string $text): ?string
    {
        $folded = ColumnMatch::fold($text);
        foreach (self::EMPLOYMENTS as $employment => $names) {
            foreach ($names as $name) {
                if ($folded === $name || (mb_strlen($name) > 4 && str_contains($folded, $name))) {
                    return $employment;
                }
            }
        }

        return null;
    }

    /** @return list<string> one entry per line, comma, semicolon or bar */
    public static function list(string $text): array
    {
        return array_values(array_filter(array_map(trim(...), preg_split('/[\n;,|•]+/u', $text) ?: []), static fn (string $s): bool => '' !== $s));
    }
}
