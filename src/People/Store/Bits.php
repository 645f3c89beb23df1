<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

/**
 * Sets of people as bits, person n being bit n. A segment of 65 536 is kept as a list of places (two bytes each, little end first) while it has few, and as 8 192 bytes when it has many.
 */
final class Bits
{
    public const SEGMENT = 65_536;
    public const BYTES = 8_192;
    /** Up to so many are kept as a list. */
    public const FEW = 1_024;
    private const FAR = 100_000;

    /** @param list<int> $ids */
    public static function of(array $ids): \GMP
    {
        if ([] === $ids) {
            return gmp_init(0);
        }
        $bytes = str_repeat("\0", (max($ids) >> 6) * 8 + 8);
        foreach ($ids as $id) {
            $bytes[$id >> 3] = \chr(\ord($bytes[$id >> 3]) | 1 << ($id & 7));
        }

        return self::read($bytes);
    }

    public static function read(string $bytes): \GMP
    {
        return '' === $bytes ? gmp_init(0) : gmp_import($bytes, 8, \GMP_LSW_FIRST | \GMP_NATIVE_ENDIAN);
    }

    /** A segment as kept, as its 8 192 bytes. */
    public static function wide(string $data): string
    {
        if (self::BYTES === \strlen($data)) {
            return $data;
        }
        $bytes = str_repeat("\0", self::BYTES);
        foreach (self::numbers('v', $data) as $bit) {
            $bytes[$bit >> 3] = \chr(\ord($bytes[$bit >> 3]) | 1 << ($bit & 7));
        }

        return $bytes;
    }

    /**
     * @param string $size v for two bytes each, V for four
     *
     * @return list<int>
     */
    public static function numbers(string $size, string $packed): array
    {
        return '' === $packed ? [] : array_values(array_filter(unpack($size.'*', $packed) ?: [], is_int(...)));
    }

    /** @param string $places two bytes each, as gathered; none twice */
    public static function kept(string $places): string
    {
        return \strlen($places) <= 2 * self::FEW ? $places : self::wide($places);
    }

    /**
     * The people of a set, from the highest number on, as many as are wanted.
     *
     * @return list<int>
     */
    public static function ids(\GMP $set, int $most = \PHP_INT_MAX): array
    {
        if (0 === gmp_sign($set)) {
            return [];
        }
        $ids = [];
        // a few far apart are stepped to from below; scanning from above is for the first of many
        $count = gmp_popcount($set);
        if ($count > 0 && $count <= $most && $count < self::FAR) {
            for ($at = gmp_scan1($set, 0); $at >= 0; $at = gmp_scan1($set, $at + 1)) {
                $ids[] = $at;
            }

            return array_reverse($ids);
        }
        $bytes = gmp_export($set, 1, \GMP_LSW_FIRST);
        for ($i = \strlen($bytes) - 1; $i >= 0 && \count($ids) < $most;) {
            // empty stretches are stepped over
            if ("\0" === $bytes[$i]) {
                $i -= max(1, strspn(strrev(substr($bytes, max(0, $i - 255), min(256, $i + 1))), "\0"));
                continue;
            }
            $byte = \ord($bytes[$i]);
            for ($b = 7; $b >= 0; --$b) {
                if (0 !== ($byte >> $b & 1)) {
                    $ids[] = $i * 8 + $b;
                }
            }
            --$i;
        }

        return \array_slice($ids, 0, $most);
    }
}
