<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Schema\Column;
use Doctrine\DBAL\Schema\Comparator as Base;
use Doctrine\DBAL\Schema\ForeignKeyConstraint;
use Doctrine\DBAL\Schema\Index;
use Doctrine\DBAL\Schema\Table;
use Doctrine\DBAL\Schema\TableDiff;

/**
 * Compares columns, types, defaults, keys and the unique indexes that the mapping names. Other indexes, checks,
 * exclusions and triggers belong to the migrations, and are left alone.
 */
final class Comparator extends Base
{
    public function compareTables(Table $oldTable, Table $newTable): TableDiff
    {
        $all = parent::compareTables($oldTable, $newTable);
        $name = $oldTable->getName();
        $mapped = $newTable->hasOption(References::MAPPED);
        $unique = static fn (Index $i): bool => $mapped && $i->isUnique() && !$i->isPrimary();
        $column = static fn (Column $c): bool => !Unmapped::has($name, $c->getName());
        $key = static fn (ForeignKeyConstraint $k): bool => !Unmapped::has($name, $k->getLocalColumns()[0] ?? '');

        return new TableDiff(
            $oldTable,
            addedColumns: array_filter($all->getAddedColumns(), $column),
            changedColumns: $all->getChangedColumns(),
            droppedColumns: array_filter($all->getDroppedColumns(), $column),
            addedIndexes: array_filter($all->getAddedIndexes(), $unique),
            addedForeignKeys: array_filter($all->getAddedForeignKeys(), $key),
            droppedForeignKeys: array_filter($all->getDroppedForeignKeys(), $key),
        );
    }
}
