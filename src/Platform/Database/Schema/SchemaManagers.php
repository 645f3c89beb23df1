<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Platforms\PostgreSQLPlatform;
use Doctrine\DBAL\Schema\SchemaManagerFactory;

/** Gives Doctrine's tools the comparison above. */
final class SchemaManagers implements SchemaManagerFactory
{
    public function createSchemaManager(Connection $connection): SchemaManager
    {
        $platform = $connection->getDatabasePlatform();
        \assert($platform instanceof PostgreSQLPlatform);

        return new SchemaManager($connection, $platform);
    }
}
