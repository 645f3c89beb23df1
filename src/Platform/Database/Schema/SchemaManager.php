<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Schema\ComparatorConfig;
use Doctrine\DBAL\Schema\PostgreSQLSchemaManager;

final class SchemaManager extends PostgreSQLSchemaManager
{
    public function createComparator(ComparatorConfig $config = new ComparatorConfig()): Comparator
    {
        return new Comparator($this->platform, $config->withReportModifiedIndexes(false));
    }
}
