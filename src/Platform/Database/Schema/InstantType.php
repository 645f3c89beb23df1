<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Platforms\AbstractPlatform;

/**
 * A moment with its microseconds (timestamptz). Doctrine's own type fails on fractions of a second, and cuts what it
 * writes to seconds.
 */
final class InstantType extends PostgresType
{
    public const NAME = 'instant';
    protected const SQL = 'TIMESTAMP WITH TIME ZONE';
    private const FORMAT = 'Y-m-d H:i:s.uP';

    public function getMappedDatabaseTypes(AbstractPlatform $platform): array
    {
        return ['timestamptz'];
    }

    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?\DateTimeImmutable
    {
        return match (true) {
            null === $value, $value instanceof \DateTimeImmutable => $value,
            \is_string($value) => new \DateTimeImmutable($value),
            default => throw new \UnexpectedValueException('A moment comes as text.'),
        };
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        return match (true) {
            null === $value => null,
            $value instanceof \DateTimeInterface => $value->format(self::FORMAT),
            default => throw new \UnexpectedValueException('A moment is a date with its time.'),
        };
    }
}
