<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Files\FileStore;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * Takes an uploaded resume: hostile until proven otherwise. Its type is told by its first bytes, never by its name; text is drawn from a PDF
 * in a subprocess with limits of time, memory and output; the original is stored by content hash outside the web root.
 */
final readonly class ReadResume
{
    public const MAX_BYTES = 8_000_000;
    public const MAX_TEXT = 200_000;
    private const SECONDS = 15;
    private const KILOBYTES = 800_000;

    public function __construct(private FileStore $files)
    {
    }

    public function __invoke(string $content, string $name): ResumeFile
    {
        $size = \strlen($content);
        match (true) {
            0 === $size => throw Refused::because('file_empty', 'resume'),
            $size > self::MAX_BYTES => throw Refused::because('file_too_large', 'resume', ['limit' => intdiv(self::MAX_BYTES, 1_000_000)]),
            default => null,
        };
        [$type, $text] = match (true) {
            str_starts_with(ltrim(substr($content, 0, 1024)), '%PDF-') => ['application/pdf', $this->pdf($content)],
            $this->isText($content) => ['text/plain', $this->plain($content)],
            default => throw Refused::because('file_not_a_resume', 'resume'),
        };
        $text = mb_substr(trim(str_replace(["\r\n", "\r", "\f", "\0"], ["\n", "\n", "\n\n", ''], $text)), 0, self::MAX_TEXT);
        if ('' === $text) {
            throw Refused::because('application/pdf' === $type ? 'file_is_a_picture' : 'file_empty', 'resume');
        }

        return new ResumeFile($this->files->put($content), $type, mb_substr((string) preg_replace('/[^\p{L}\p{N}._ \-]/u', '_', basename(mb_scrub($name))), 0, 120), $size, $text);
    }

    private function isText(string $content): bool
    {
        $head = substr($content, 0, 4096);
        if (str_starts_with($head, "\xFF\xFE") || str_starts_with($head, "\xFE\xFF")) {
            return true;
        }
        if (1 === preg_match('/^(?:MZ|\x7FELF|PK\x03\x04|#!|\xCA\xFE\xBA\xBE|\x1F\x8B|<\?php|\{\\\\rtf)/', $head) || str_contains($head, "\0")) {
            return false;
        }

        return 0 === preg_match('/[\x01-\x08\x0E-\x1A\x1C-\x1F]/', $head);
    }

    private function plain(string $content): string
    {
        if (str_starts_with($content, "\xFF\xFE") || str_starts_with($content, "\xFE\xFF")) {
            return mb_convert_encoding($content, 'UTF-8', 'UTF-16');
        }
        $content = str_starts_with($content, "\xEF\xBB\xBF") ? substr($content, 3) : $content;

        return mb_check_encoding($content, 'UTF-8') ? $content : mb_convert_encoding($content, 'UTF-8', 'Windows-1252');
    }

    private function pdf(string $content): string
    {
        $file = tempnam(sys_get_temp_dir(), 'resume') ?: throw new \RuntimeException('No temporary file.');
        try {
            file_put_contents($file, $content);
            $process = new Process(['sh', '-c', 'ulimit -v '.self::KILOBYTES.' -t '.self::SECONDS.'; exec pdftotext -q -enc UTF-8 -l 60 "$1" - | head -c 1000000', 'sh', $file], timeout: self::SECONDS);
            $process->run();
            $text = $process->getOutput();
            if ('' === $text && !$this->opens($file)) {
                throw Refused::because('file_broken', 'resume');
            }

            return mb_scrub($text);
        } catch (ProcessTimedOutException) {
            throw Refused::because('file_broken', 'resume');
        } finally {
            @unlink($file);
        }
    }

    private function opens(string $file): bool
    {
        $process = new Process(['pdfinfo', $file], timeout: self::SECONDS);

        return 0 === $process->run();
    }
}
