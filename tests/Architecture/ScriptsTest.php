<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** Small parts of the scripts, run as they stand. */
#[CoversNothing]
final class ScriptsTest extends TestCase
{
    public function testTheBenchSaysWhatOthersTookOfTheProcessorsAndWritesNoFile(): void
    {
        $root = \dirname(__DIR__, 2);
        $folder = sys_get_temp_dir().'/bench-'.bin2hex(random_bytes(6));
        mkdir($folder);
        $functions = "eval \"$(grep -E '^(processors|stolen)\\(\\)' '$root/bin/bench')\"";
        exec('cd '.$folder.' && bash -c '.escapeshellarg($functions.'; stolen "0 0"; echo; before=$(processors); stolen "$before"'), $said);
        self::assertCount(2, $said);
        foreach ($said as $share) {
            self::assertMatchesRegularExpression('/^[01]\.\d{3}$/', $share);
        }
        self::assertSame([], array_diff(scandir($folder) ?: [], ['.', '..']));
        rmdir($folder);
    }
}
