<?php

declare(strict_types=1);

// Reads one file into its text, as JSON on standard output: extract.php FILE. Started by ReadResume with limits of time and memory, for the file may be hostile.
use Jorvent\People\Extract\Broken;
use Jorvent\People\Extract\Extract;
use Jorvent\People\Extract\Pdf;

require dirname(__DIR__, 2).'/vendor/autoload.php';
ini_set('display_errors', 'stderr');
libxml_use_internal_errors(true);
$content = (string) file_get_contents($argv[1] ?? '');
try {
    $type = Extract::type($content);
    $text = 'application/pdf' === $type ? Pdf::text($argv[1], (string) getenv('JORVENT_OCR'), getenv('JORVENT_OCR_LANGUAGES') ?: 'eng') : Extract::text($type, $content);
    echo json_encode(['type' => $type, 'text' => mb_substr($text, 0, 400_000)], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_UNESCAPED_UNICODE);
} catch (Broken $broken) {
    echo json_encode(['refused' => $broken->getMessage()], \JSON_THROW_ON_ERROR);
}
