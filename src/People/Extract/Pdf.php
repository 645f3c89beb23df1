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

    public static function text(string $file): string
    {
        $process = new Process(['pdftotext', '-q', '-layout', '-enc', 'UTF-8', '-l', (string) self::PAGES, $file, '-'], timeout: self::SECONDS);
        $text = '';
        $process->start();
        foreach ($process as $type => $piece) {
            $text .= Process::OUT === $type ? $piece : '';
            if (\strlen($text) > self::BYTES) {
                $process->stop(0);
                break;
            }
        }
        if ('' === trim($text)) {
            $info = new Process(['pdfinfo', $file], timeout: self::SECONDS);

            throw new Broken(0 === $info->run() ? 'file_is_a_picture' : 'file_broken');
        }

        return Columns::apart(mb_scrub($text));
    }
}
