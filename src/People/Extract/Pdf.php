<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

use Jorvent\Core\Resume\Columns;
use Symfony\Component\Process\Process;

/** The text layer of a PDF in the layout of its pages, columns set apart. Pages beyond what a resume can have are not read; scripts and attachments are never touched. */
final class Pdf
{
    private const PAGES = 40;
    private const SECONDS = 12;
    private const BYTES = 1_000_000;

    /**
     * @param string $ocr       the program that reads pictures; empty when there is none
     * @param string $languages of it
     */
    public static function text(string $file, string $ocr = '', string $languages = ''): string
    {
        $process = new Process(['timeout', '-s', 'KILL', (string) self::SECONDS, 'pdftotext', '-q', '-layout', '-enc', 'UTF-8', '-l', (string) self::PAGES, $file, '-'], timeout: self::SECONDS);
        $text = '';
        $process->start();
        foreach ($process as $type => $piece) {
            $text .= Process::OUT === $type ? $piece : '';
            if (\strlen($text) > self::BYTES) {
                $process->stop(0);
                break;
            }
        }
        if ('' === trim($text, " \t\n\r\f\0")) {
            $info = new Process(['timeout', '-s', 'KILL', (string) self::SECONDS, 'pdfinfo', $file], timeout: self::SECONDS);

            if (0 !== $info->run()) {
                throw new Broken('file_broken');
            }

            return '' === $ocr ? throw new Broken('file_is_a_picture') : Columns::apart(Ocr::text($file, $ocr, $languages));
        }

        return Columns::apart(mb_scrub($text));
    }
}
