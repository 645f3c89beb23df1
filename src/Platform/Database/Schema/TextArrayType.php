<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Jorvent\Platform\Database\Db;

/** A list of texts (text[]). */
final class TextArrayType extends PostgresType
{
    public const NAME = 'text_array';
    protected const SQL = 'TEXT[]';

    public function getMappedDatabaseTypes(AbstractPlatform $platform): array
    {
        return ['_text'];
    }

    /** @return list<string>|null */
    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): ?array
    {
        if (!\is_string($value) || '{}' === $value) {
            return null === $value ? null : [];
        }

        $texts = str_getcsv(substr($value, 1, -1), ',', '"', '\\');

        return array_map(static fn (?string $one): string => stripslashes((string) $one), $texts);
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        return \is_array($value) ? Db::array(array_values(array_filter($value, is_string(...)))) : null;
    }
}
