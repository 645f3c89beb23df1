<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

/**
 * What has no entity or property: not yet (config/tables_without_entity.php), because a store writes it
 * (config/tables_of_stores.php), or because the database computes it (config/generated_columns.php).
 */
final class Unmapped
{
    /** @var array<string, int>|null */
    private static ?array $names = null;

    public static function has(string $table, ?string $column = null): bool
    {
        if (null === self::$names) {
            $config = \dirname(__DIR__, 4).'/config';
            /** @var list<string> $names */
            $names = require $config.'/tables_without_entity.php';
            /** @var array<string, class-string> $stores */
            $stores = require $config.'/tables_of_stores.php';
            /** @var list<string> $generated */
            $generated = require $config.'/generated_columns.php';
            self::$names = array_flip([...$names, ...array_keys($stores), ...$generated]);
        }

        return isset(self::$names[null === $column ? $table : $table.'.'.$column]);
    }
}
