<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** A day as forms, addresses and files write it (ISO 8601): 2026-12-01. */
final class Day
{
    /** @return \DateTimeImmutable|null at midnight in UTC; null when it is no day, or one outside of the years 1900 to 2199 */
    public static function read(string $written): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $written, new \DateTimeZone('UTC'));
        $exists = false !== $day && $day->format('Y-m-d') === $written;

        return $exists && self::isUsual($day) ? $day : null;
    }

    /** Other years are slips of the hand. */
    public static function isUsual(\DateTimeImmutable $day): bool
    {
        $year = (int) $day->format('Y');

        return $year >= 1900 && $year <= 2199;
    }
}
