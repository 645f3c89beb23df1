<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Platform\Database\Record;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Each table is kept by one module (tests/Measures/tables.php), which the measures of the code go by. */
#[CoversNothing]
final class TablesTest extends DatabaseTest
{
    public function testEveryTableHasItsModule(): void
    {
        /** @var array<string, list<string>> $tables */
        $tables = require \dirname(__DIR__).'/Measures/tables.php';
        $listed = array_merge(...array_values($tables));
        self::assertSame(array_unique($listed), $listed, 'a table belongs to one module');
        $there = array_map(static fn (Record $r): string => $r->str('name'), $this->db()->rows(
            "SELECT relname AS name FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'p') ORDER BY relname",
        ));
        sort($listed);
        self::assertSame($there, $listed);
        foreach (array_keys($tables) as $module) {
            self::assertDirectoryExists(\dirname(__DIR__, 2).'/src/'.$module);
        }
    }
}
