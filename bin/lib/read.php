<?php

declare(strict_types=1);

// Reads files and texts that people sent, one a line of standard input, and answers each with a line of JSON:
//   {"file": PATH, "seconds": N}                                 {"type": TYPE, "text": TEXT} or {"refused": CODE}
//   {"text": TEXT, "today": DAY, "learned": {KIND: [TERM]}, "seconds": N}    {"reading": READING}
// Started by People\Extract\ReadingProcess with limits of time and memory, for what is read may be hostile.
use Jorvent\Core\Resume\Reader;
use Jorvent\Core\Resume\Skills;
use Jorvent\Core\Resume\Tongues;
use Jorvent\People\Extract\Broken;
use Jorvent\People\Extract\Extract;
use Jorvent\People\Extract\Pdf;

require dirname(__DIR__, 2).'/vendor/autoload.php';
ini_set('display_errors', 'stderr');
libxml_use_internal_errors(true);

$extract = static function (string $path): array {
    $content = (string) file_get_contents($path);
    try {
        $type = Extract::type($content);
        $text = 'application/pdf' === $type
            ? Pdf::text($path, (string) getenv('JORVENT_OCR'), getenv('JORVENT_OCR_LANGUAGES') ?: 'eng')
            : Extract::text($type, $content);

        return ['type' => $type, 'text' => mb_substr($text, 0, 400_000)];
    } catch (Broken $broken) {
        return ['refused' => $broken->getMessage()];
    }
};
/** @var array<string, Reader> $readers by the words they know */
$readers = [];
$read = static function (array $job) use (&$readers): array {
    /** @var array{text: string, today: string, learned: array<string, list<string>>} $job */
    $known = md5(json_encode($job['learned'], \JSON_THROW_ON_ERROR));
    $readers[$known] ??= new Reader(new Skills(), Tongues::all()->with($job['learned']));

    return ['reading' => $readers[$known]->read($job['text'], new DateTimeImmutable($job['today']))->toArray()];
};

while (false !== $line = fgets(\STDIN)) {
    /** @var array{seconds: int, file?: string} $job */
    $job = json_decode($line, true, 8, \JSON_THROW_ON_ERROR);
    set_time_limit($job['seconds']);
    $answer = isset($job['file']) ? $extract($job['file']) : $read($job);
    echo json_encode($answer, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_UNESCAPED_UNICODE), "\n";
}
