<?php

declare(strict_types=1);

// How well and how fast resumes are read: the golden set, each field and half; of the test half only totals.
use Jorvent\Core\Identity\Blocks;
use Jorvent\Core\Identity\Comparison;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Identity\Weights;
use Jorvent\Core\Resume\Reader;
use Jorvent\Demo\Originals;
use Jorvent\People\Extract\Extract;
use Jorvent\Tests\Golden\Quirks;
use Jorvent\Tests\Golden\Resumes;
use Jorvent\Tests\Golden\Scores;
use Jorvent\Tests\Golden\Twins;
use Random\Engine\Mt19937;
use Random\Randomizer;

require dirname(__DIR__, 2).'/vendor/autoload.php';
$json = in_array('--json', $argv, true);
$say = static function (string $measure, float $value, string $unit, int $n) use ($json): void {
    echo $json ? json_encode(['bench' => 'intake', 'measure' => $measure, 'value' => round($value, 3), 'unit' => $unit, 'n' => $n], \JSON_THROW_ON_ERROR)."\n" : sprintf("%-14s %-30s %8.3f %s\n", 'intake', $measure, $value, $unit);
};
$reader = new Reader();
$day = new DateTimeImmutable('2026-11-23');
foreach (['tuning', 'test'] as $half) {
    $sums = [];
    $read = 0;
    $start = microtime(true);
    foreach (Resumes::half($half) as $resume) {
        ++$read;
        foreach (Scores::of($resume['expected'], $reader->read($resume['text'], $day)) as $field => [$right, $wrong, $missing]) {
            $sums[$field] = [($sums[$field][0] ?? 0) + $right, ($sums[$field][1] ?? 0) + $wrong, ($sums[$field][2] ?? 0) + $missing];
        }
    }
    foreach ($sums as $field => [$right, $wrong, $missing]) {
        $name = 'test' === $half ? $field : $field.'_tuning';
        $say('precision_'.$name, $right / max(1, $right + $wrong), '', $right + $missing);
        $say('recall_'.$name, $right / max(1, $right + $missing), '', $right + $missing);
        $say('f1_'.$name, 2 * $right / max(1, 2 * $right + $wrong + $missing), '', $right + $missing);
    }
    if ('test' === $half) {
        $say('resumes_a_second', $read / (microtime(true) - $start), '1/s', $read);
    }
}
// by hand, each with habits of its own: harder, and few
foreach (['tuning', 'test'] as $half) {
    $sums = [];
    foreach (Quirks::half($half) as $resume) {
        foreach (Scores::of($resume['expected'], $reader->read($resume['text'], $day)) as $field => [$right, $wrong, $missing]) {
            $sums[$field] = [($sums[$field][0] ?? 0) + $right, ($sums[$field][1] ?? 0) + $wrong, ($sums[$field][2] ?? 0) + $missing];
        }
    }
    foreach ($sums as $field => [$right, $wrong, $missing]) {
        $say('f1_'.$field.'_by_hand'.('test' === $half ? '' : '_tuning'), 2 * $right / max(1, 2 * $right + $wrong + $missing), '', $right + $missing);
    }
}
// 100 000 records of people who come twice, and those who do not: weights estimated without labels, then everyone compared with everyone worth it
ini_set('memory_limit', '2G');
['people' => $people, 'twins' => $twins, 'neither' => $neither] = Twins::make(75_000, 3);
$count = count($people);
$say('identity_share_neither', $neither / count($twins), '', count($twins));
$start = microtime(true);
$names = array_count_values(array_map(static fn (Traits $t): string => $t->called(), $people));
$dice = new Randomizer(new Mt19937(9));
$random = array_map(static fn (): array => Comparison::of($people[$dice->getInt(0, $count - 1)], $people[$dice->getInt(0, $count - 1)]), range(1, 40_000));
$weights = Weights::estimate((static function () use ($people): iterable {
    foreach (Blocks::pairs($people, true) as [$a, $b]) {
        yield Comparison::of($people[$a], $people[$b]);
    }
})(), $random, $count);
$right = $wrong = $compared = 0;
foreach (Blocks::pairs($people) as [$a, $b]) {
    ++$compared;
    if ($weights->probability(Comparison::of($people[$a], $people[$b]), max($names[$people[$a]->called()], $names[$people[$b]->called()]) / $count) >= .5) {
        isset($twins[min($a, $b).' '.max($a, $b)]) ? ++$right : ++$wrong;
    }
}
$say('identity_s', microtime(true) - $start, 's', $count);
$say('identity_pairs', (float) $compared, 'pairs', $count);
$say('identity_precision', $right / max(1, $right + $wrong), '', $right + $wrong);
$say('identity_recall', $right / max(1, count($twins)), '', count($twins));
unset($people, $twins, $names);
foreach (['docx', 'odt', 'rtf', 'html'] as $kind) {
    $files = [];
    foreach (Resumes::half('tuning') as $resume) {
        $files[] = Originals::write($kind, $resume['text']);
    }
    $start = microtime(true);
    foreach ($files as $file) {
        Extract::text(Extract::type($file), $file);
    }
    $say('extract_'.$kind.'_a_second', count($files) / (microtime(true) - $start), '1/s', count($files));
}
