<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Files\FileStore;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Takes an uploaded resume: hostile until proven otherwise. Its type is told by its content, never by its name; its text is drawn from it in a process of its own with limits of time, memory and output; the original is stored
 * by content hash outside the web root.
 */
final readonly class ReadResume
{
    public const MAX_BYTES = 8_000_000;
    public const MAX_TEXT = 200_000;
    private const SECONDS = 15;
    /** Reading pictures takes its time. */
    private const OCR_SECONDS = 150;
    private const KILOBYTES = 1_200_000;
    /** What a person is told; any other word of the process is "broken". */
    private const REFUSALS = ['file_broken', 'file_bomb', 'file_is_a_picture', 'file_not_a_resume', 'file_old_word'];

    public function __construct(private FileStore $files, #[Autowire('%kernel.project_dir%')] private string $root, #[Autowire('%env(JORVENT_OCR)%')] private string $ocr, #[Autowire('%env(JORVENT_OCR_LANGUAGES)%')] private string $languages)
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
            $php = (new PhpExecutableFinder())->find(false) ?: 'php';
            $seconds = '' === $this->ocr ? self::SECONDS : self::OCR_SECONDS;
            $process = new Process(['sh', '-c', 'ulimit -v '.self::KILOBYTES.' -t '.$seconds.'; exec "$1" -d memory_limit=384M -d max_execution_time='.$seconds.' "$2" "$3" | head -c 3000000', 'sh', $php, $this->root.'/bin/lib/extract.php', $file], env: ['JORVENT_OCR' => $this->ocr, 'JORVENT_OCR_LANGUAGES' => $this->languages], timeout: $seconds + 3);
            $process->run();
            $said = json_decode($process->getOutput(), true);
        } catch (ProcessTimedOutException) {
            $said = null;
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
