<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** Reads the pictures of a scanned PDF by a program that reads letters (tesseract's command line), when the house has one and says so. Off otherwise. */
final class Ocr
{
    private const PAGES = 6;
    private const DOTS = 220;
    private const PAGE_SECONDS = 20;

    public static function text(string $file, string $program, string $languages): string
    {
        $dir = sys_get_temp_dir().'/scan-'.bin2hex(random_bytes(8));
        if (!mkdir($dir, 0o700)) {
            throw new Broken('file_is_a_picture');
        }
        try {
            (new Process(['pdftoppm', '-q', '-png', '-gray', '-r', (string) self::DOTS, '-l', (string) self::PAGES, $file, $dir.'/p'], timeout: 3 * self::PAGE_SECONDS))->run();
            $text = '';
            foreach (glob($dir.'/p*.png') ?: [] as $picture) {
                $process = new Process([$program, $picture, 'stdout', '-l', $languages], timeout: self::PAGE_SECONDS);
                $text .= 0 === $process->run() ? mb_scrub($process->getOutput())."\n" : '';
            }
        } catch (ProcessTimedOutException) {
            throw new Broken('file_is_a_picture');
        } finally {
            array_map(unlink(...), glob($dir.'/*') ?: []);
            rmdir($dir);
        }

        return '' === trim($text) ? throw new Broken('file_is_a_picture') : $text;
    }
}
