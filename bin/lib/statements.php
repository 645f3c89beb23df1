<?php

declare(strict_types=1);

// What modules read and write of the tables of others, as the tests ran it, held to its ceilings: statements.php FOLDER... [--lower] [-v]
// (tests/ceilings-run.json; a test that did not run lowers nothing by itself).
/** What is run depends a little on the day and the order of the tests. */
const MARGIN = 5;
$root = dirname(__DIR__, 2);
$noted = [];
foreach (array_filter(array_slice($argv, 1), static fn (string $argument): bool => !str_starts_with($argument, '-')) as $folder) {
    $before = count($noted);
    foreach (glob($folder.'/*.txt') ?: [] as $file) {
        foreach (file($file, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            $noted[$line] = true;
        }
    }
    printf("  %-32s %6d\n", 'noted in '.basename(dirname($folder)), count($noted) - $before);
    if (count($noted) === $before && 0 === count(glob($folder.'/*.txt') ?: [])) {
        fwrite(\STDERR, "Nothing was noted in $folder.\n");
        exit(1);
    }
}
ksort($noted);
$of = static fn (string $kind): int => count(array_filter(array_keys($noted), static fn (string $line): bool => str_starts_with($line, $kind)));
$figures = ['reads of other modules, as run' => $of('reads'), 'writes to other modules, as run' => $of('writes')];
$file = $root.'/tests/ceilings-run.json';
/** @var array<string, int> $ceilings */
$ceilings = is_file($file) ? json_decode((string) file_get_contents($file), true, 4, \JSON_THROW_ON_ERROR) : [];
$wrong = 0;
foreach ($figures as $figure => $value) {
    $ceiling = $ceilings[$figure] ?? null;
    printf("  %-32s %6d %s\n", $figure, $value, null === $ceiling ? 'has no ceiling' : ($value === $ceiling ? '' : "ceiling $ceiling"));
    $wrong += null === $ceiling || $value > $ceiling + MARGIN ? 1 : 0;
}
if (in_array('-v', $argv, true)) {
    echo implode("\n", array_keys($noted)), "\n";
}
if (in_array('--lower', $argv, true)) {
    $lowered = array_map(static fn (string $f): int => min($figures[$f], $ceilings[$f] ?? $figures[$f]), array_combine(array_keys($figures), array_keys($figures)));
    file_put_contents($file, json_encode($lowered, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT)."\n");
    exit(0);
}
exit($wrong);
