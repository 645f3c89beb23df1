<?php

declare(strict_types=1);

namespace Jorvent\Tests\Measures;

/** Which tables of other modules a statement of a class reads and writes. */
final class Foreign
{
    /** @var array<string, string>|null module by table */
    private static ?array $owners = null;

    /** @return array<string, string> */
    public static function owners(): array
    {
        if (null === self::$owners) {
            /** @var array<string, list<string>> $tables */
            $tables = require __DIR__.'/tables.php';
            self::$owners = [];
            foreach ($tables as $module => $names) {
                self::$owners += array_fill_keys($names, $module);
            }
        }

        return self::$owners;
    }

    /** @return list<array{'reads'|'writes', string}> */
    public static function tables(string $class, string $sql): array
    {
        $module = Source::moduleOf($class);
        $found = [];
        foreach (['reads' => Statements::read($sql), 'writes' => Statements::written($sql)] as $kind => $tables) {
            foreach ($tables as $table) {
                if ((self::owners()[$table] ?? $module) !== $module) {
                    $found[] = [$kind, $table];
                }
            }
        }

        return $found;
    }
}
