<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Files\FileStore;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/** The pages of a PDF as pictures, drawn when they are asked for in a process with limits: what is in the file never runs in a browser, and nothing of it lies about afterwards. */
final readonly class PageImages
{
    public const MOST = 20;
    private const DOTS = 96;
    private const SECONDS = 8;
    private const KILOBYTES = 900_000;
    private const BYTES = 8_000_000;

    public function __construct(private FileStore $files)
    {
    }

    /** @return int how many pages there are to be seen; 0 when it is no PDF that can be drawn */
    public function pages(string $hash): int
    {
        $said = $this->run(['pdfinfo', $this->files->path($hash)]);

        return 1 === preg_match('/^Pages:\s+(\d+)/m', $said ?? '', $m) ? min(self::MOST, (int) $m[1]) : 0;
    }

    /** @return string|null a PNG; null when the page can not be drawn */
    public function page(string $hash, int $page): ?string
    {
        $png = $this->run(['pdftoppm', '-q', '-png', '-r', (string) self::DOTS, '-f', (string) $page, '-l', (string) $page, '-scale-to-x', '900', '-scale-to-y', '-1', $this->files->path($hash)]);

        return null !== $png && str_starts_with($png, "\x89PNG") ? $png : null;
    }

    /** @param non-empty-list<string> $command */
    private function run(array $command): ?string
    {
        $process = new Process(['sh', '-c', 'ulimit -v '.self::KILOBYTES.' -t '.self::SECONDS.'; exec "$@"', 'sh', ...$command], timeout: self::SECONDS + 2);
        $out = '';
        try {
            $process->start();
            foreach ($process as $type => $piece) {
                $out .= Process::OUT === $type ? $piece : '';
                if (\strlen($out) > self::BYTES) {
                    $process->stop(0);

                    return null;
                }
            }
        } catch (ProcessTimedOutException) {
            return null;
        }

        return 0 === $process->getExitCode() ? $out : null;
    }
}
