<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Shared\Refused;
use Jorvent\People\Extract\ReadingProcess;
use Jorvent\Platform\Files\FileStore;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Takes an uploaded resume: hostile until proven otherwise. Its type is told by its content, never by its name; its text is drawn from it
 * in a process with limits of time, memory and output; the original is stored by content hash outside the web root.
 */
final readonly class ReadResume
{
    public const MAX_BYTES = 8_000_000;
    public const MAX_TEXT = 200_000;
    private const SECONDS = 15;
    /** Reading pictures takes its time. */
    private const OCR_SECONDS = 150;
    /** What a person is told; any other word of the process is "broken". */
    private const REFUSALS = ['file_broken', 'file_bomb', 'file_is_a_picture', 'file_not_a_resume', 'file_old_word'];

    public function __construct(
        private FileStore $files,
        private ReadingProcess $process,
        #[Autowire('%env(JORVENT_OCR)%')] private string $ocr,
    ) {
    }

    public function __invoke(string $content, string $name): ResumeFile
    {
        $size = \strlen($content);
        match (true) {
            0 === $size => throw Refused::because('file_empty', 'resume'),
            $size > self::MAX_BYTES => throw Refused::because('file_too_large', 'resume', ['limit' => intdiv(self::MAX_BYTES, 1_000_000)]),
            default => null,
        };
        [$type, $text] = $this->extract($content);
        $text = mb_substr(trim(str_replace(["\r\n", "\r", "\f", "\0"], ["\n", "\n", "\n\n", ''], $text), "\n\r\0 "), 0, self::MAX_TEXT);
        if ('' === trim($text)) {
            throw Refused::because('application/pdf' === $type ? 'file_is_a_picture' : 'file_empty', 'resume');
        }

        return new ResumeFile($this->files->put($content), $type, mb_substr((string) preg_replace('/[^\p{L}\p{N}._ \-]/u', '_', basename(mb_scrub($name))), 0, 120), $size, $text);
    }

    /** @return array{string, string} type and text */
    private function extract(string $content): array
    {
        $file = tempnam(sys_get_temp_dir(), 'resume') ?: throw new \RuntimeException('No temporary file.');
        try {
            file_put_contents($file, $content);
            $said = $this->process->ask(['file' => $file], '' === $this->ocr ? self::SECONDS : self::OCR_SECONDS);
        } finally {
            @unlink($file);
        }
        if (\is_array($said) && \is_string($said['type'] ?? null) && \is_string($said['text'] ?? null)) {
            return [$said['type'], $said['text']];
        }
        $code = \is_array($said) && \is_string($said['refused'] ?? null) ? $said['refused'] : '';

        throw Refused::because(\in_array($code, self::REFUSALS, true) ? $code : 'file_broken', 'resume');
    }
}
