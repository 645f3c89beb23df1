<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use Jorvent\Tests\Measures\Source;
use Jorvent\Tests\Measures\Statements;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** A table without an entity is written by the one store that config/tables_of_stores.php names, and by nothing else. */
#[CoversNothing]
final class StoresTest extends TestCase
{
    public function testEachSuchTableIsWrittenByItsStoreAlone(): void
    {
        $root = \dirname(__DIR__, 2);
        /** @var array<string, class-string> $stores */
        $stores = require $root.'/config/tables_of_stores.php';
        $written = [];
        foreach (Source::in($root, 'src') as $source) {
            preg_match_all("/->insert\\('([a-z_]+)'/", $source->text, $inserted);
            $tables = [...$inserted[1], ...array_merge(...array_map(Statements::written(...), Statements::of($source)))];
            foreach (array_intersect($tables, array_keys($stores)) as $table) {
                $written[$table][$source->path] = true;
            }
        }
        foreach ($stores as $table => $store) {
            $path = str_replace(['Jorvent\\', '\\'], ['src/', '/'], $store).'.php';
            self::assertSame([$path], array_keys($written[$table] ?? []), $table);
        }
    }
}
