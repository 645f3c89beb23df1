<?php

declare(strict_types=1);

// Measures the code and holds each figure to its ceiling, which only falls: measures.php [--lower] [FIGURE]
//   --lower   writes today's figures where they are below their ceilings
//   FIGURE    says what it is made of
use Jorvent\Tests\Measures\Figures;

$root = dirname(__DIR__, 2);
require $root.'/vendor/autoload.php';
ini_set('memory_limit', '1G');
$file = $root.'/tests/ceilings.json';
/** @var array<string, int> $ceilings */
$ceilings = json_decode((string) file_get_contents($file), true, 4, \JSON_THROW_ON_ERROR);
$measured = new Figures($root);
$figures = $measured->all();
$asked = $argv[1] ?? '';
if ('' !== $asked && '--lower' !== $asked) {
    $lines = $measured->where($asked);
    rsort($lines, \SORT_NATURAL);
    echo implode("\n", $lines), "\n";
    exit(0);
}
$wrong = [];
foreach ($figures as $figure => $value) {
    $ceiling = $ceilings[$figure] ?? null;
    printf("  %-32s %6d %s\n", $figure, $value, null === $ceiling ? 'has no ceiling' : ($value === $ceiling ? '' : "ceiling $ceiling"));
    if (null === $ceiling || $value > $ceiling) {
        $wrong[] = "$figure is above its ceiling";
    } elseif ($value < $ceiling) {
        $wrong[] = "$figure is below its ceiling: lower it with bin/lib/measures.php --lower";
    }
}
if ('--lower' === $asked) {
    $lowered = [];
    foreach ($figures as $figure => $value) {
        $lowered[$figure] = min($value, $ceilings[$figure] ?? $value);
    }
    file_put_contents($file, json_encode($lowered, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT)."\n");
    exit(0);
}
echo implode("\n", $wrong), [] === $wrong ? '' : "\n";
exit([] === $wrong ? 0 : 1);
