<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\Type;

/** A type that PostgreSQL knows by its own name. */
abstract class PostgresType extends Type
{
    /** @var string */
    protected const SQL = '';

    public function getSQLDeclaration(array $column, AbstractPlatform $platform): string
    {
        return static::SQL;
    }

    public function getMappedDatabaseTypes(AbstractPlatform $platform): array
    {
        return [static::SQL];
    }
}
