<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * The process in which files and texts are read that people send (bin/lib/read.php): with limits of time and memory, and without the
 * database or any secret. It reads up to JOBS of them, one after another, and is then replaced; one that fails or is late is replaced at once.
 */
final class ReadingProcess
{
    public const JOBS = 50;
    private const KILOBYTES = 1_200_000;
    private const MOST_BYTES = 8_000_000;
    private const CPU_SECONDS = 600;
    private const LOOK_MICROSECONDS = 500;

    private ?Process $process = null;
    private ?InputStream $input = null;
    private int $jobs = 0;

    public function __construct(
        #[Autowire('%kernel.project_dir%')] private readonly string $root,
        #[Autowire('%env(JORVENT_OCR)%')] private readonly string $ocr,
        #[Autowire('%env(JORVENT_OCR_LANGUAGES)%')] private readonly string $languages,
    ) {
    }

    public function __destruct()
    {
        $this->end();
    }

    /**
     * @param array<string, mixed> $job as bin/lib/read.php understands it
     *
     * @return array<array-key, mixed>|null what it answered; null when it did not within the time, or broke down
     */
    public function ask(array $job, int $seconds): ?array
    {
        if ($this->jobs >= self::JOBS || null === $this->process || !$this->process->isRunning()) {
            $this->start();
        }
        ++$this->jobs;
        $answer = $this->answer(json_encode($job + ['seconds' => $seconds], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE), $seconds);
        if (null === $answer) {
            $this->end();
        }

        return $answer;
    }

    /** @return array<array-key, mixed>|null */
    private function answer(string $job, int $seconds): ?array
    {
        $process = $this->process ?? throw new \LogicException('Nothing was started.');
        $this->input?->write($job."\n");
        $process->setTimeout(microtime(true) - $process->getStartTime() + $seconds);
        $said = '';
        try {
            do {
                $process->checkTimeout();
                $runs = $process->isRunning();
                $said .= $process->getIncrementalOutput();
                usleep(self::LOOK_MICROSECONDS);
            } while ($runs && !str_ends_with($said, "\n") && \strlen($said) <= self::MOST_BYTES);
        } catch (ProcessTimedOutException) {
            return null;
        }
        $process->clearOutput();
        $process->clearErrorOutput();
        $answer = json_decode($said, true);

        return \is_array($answer) ? $answer : null;
    }

    private function start(): void
    {
        $this->end();
        $php = (new PhpExecutableFinder())->find(false) ?: 'php';
        $limits = 'ulimit -v '.self::KILOBYTES.' -t '.self::CPU_SECONDS.'; exec "$1" -d memory_limit=384M "$2"';
        $settings = ['JORVENT_OCR' => $this->ocr, 'JORVENT_OCR_LANGUAGES' => $this->languages];
        $this->input = new InputStream();
        $this->process = new Process(['sh', '-c', $limits, 'sh', $php, $this->root.'/bin/lib/read.php'], env: $settings + self::withoutSecrets());
        $this->process->setInput($this->input);
        $this->process->start();
        $this->jobs = 0;
    }

    private function end(): void
    {
        $this->input?->close();
        $this->process?->stop(0);
        $this->process = $this->input = null;
    }

    /** @return array<string, false> all that is set for us but the way to programs: the process has none of it */
    private static function withoutSecrets(): array
    {
        $names = array_diff(array_keys(getenv() + array_filter($_SERVER + $_ENV, is_string(...))), ['PATH', 'HOME', 'LANG', 'LC_ALL']);

        return array_fill_keys(array_map(strval(...), $names), false);
    }
}
