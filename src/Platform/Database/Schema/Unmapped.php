<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

/** What has no entity or property yet (config/tables_without_entity.php). */
final class Unmapped
{
    /** @var array<string, int>|null */
    private static ?array $names = null;

    public static function has(string $table, ?string $column = null): bool
    {
        if (null === self::$names) {
            /** @var list<string> $names */
            $names = require \dirname(__DIR__, 4).'/config/tables_without_entity.php';
            self::$names = array_flip($names);
        }

        return isset(self::$names[null === $column ? $table : $table.'.'.$column]);
    }
}
