<?php

declare(strict_types=1);

// How well and how fast resumes are read: the golden set, each field and half; of the test half only totals.
use Jorvent\Core\Resume\Reader;
use Jorvent\Demo\Originals;
use Jorvent\People\Extract\Extract;
use Jorvent\Tests\Golden\Resumes;
use Jorvent\Tests\Golden\Scores;

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
