<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** What someone is worth by part of a brief, packed so that thousands are kept and added up at once: two bytes each, in ten-thousandths, little end first; UNKNOWN where nothing is told. Measure gives no finer values, so nothing is lost. */
final class Values
{
    public const ONE = 10_000;
    public const UNKNOWN = 0xFFFF;

    /** @param list<float|null> $values from 0 to 1 */
    public static function pack(array $values): string
    {
        return pack('v*', ...array_map(static fn (?float $v): int => null === $v ? self::UNKNOWN : (int) round(self::ONE * $v), $values));
    }

    /**
     * Those of many people, one after the other.
     *
     * @return array<int, int> from 1 on
     */
    public static function unpack(string $packed): array
    {
        /** @var array<int, int> $numbers */
        $numbers = '' === $packed ? [] : (array) unpack('v*', $packed);

        return $numbers;
    }
}
