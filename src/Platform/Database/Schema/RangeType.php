<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Jorvent\Core\Shared\Interval;

/** From one moment up to, not including, another (tstzrange). */
final class RangeType extends PostgresType
{
    public const NAME = 'tstzrange';
    protected const SQL = 'tstzrange';
    private const TEXT = '/^\["?([^",]+)"?,"?([^",)]+)"?\)$/';
    private const FORMAT = 'Y-m-d H:i:s.uP';

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?Interval
    {
        if (null === $value) {
            return null;
        }
        if (!\is_string($value) || 1 !== preg_match(self::TEXT, $value, $m)) {
            throw new \UnexpectedValueException('Only ranges with both ends are read, the first included.');
        }

        return new Interval(new \DateTimeImmutable($m[1]), new \DateTimeImmutable($m[2]));
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        if (!$value instanceof Interval) {
            return null;
        }

        return '['.$value->start->format(self::FORMAT).','.$value->end->format(self::FORMAT).')';
    }
}
