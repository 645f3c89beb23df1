<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * A mailbox as mail servers leave it on a disk: new mails in new/, taken ones in cur/ with their flags in the name. Taking is a rename, which only one can win; so several workers share a mailbox, and none needs a password.
 */
final readonly class Maildir
{
    private const SEEN = ':2,S';
    private const FLAGGED = ':2,F';

    public function __construct(#[Autowire('%env(JORVENT_MAILBOX)%')] private string $dir)
    {
    }

    /** @return string|null the name of the oldest new mail, now taken; null when there is none, or no mailbox */
    public function take(): ?string
    {
        $names = '' !== $this->dir && is_dir($this->dir.'/new') ? array_diff(scandir($this->dir.'/new') ?: [], ['.', '..']) : [];
        foreach ($names as $name) {
            if (@rename($this->dir.'/new/'.$name, $this->dir.'/cur/'.$name)) {
                touch($this->dir.'/cur/'.$name);

                return $name;
            }
        }

        return null;
    }

    public function size(string $name): int
    {
        return (int) filesize($this->dir.'/cur/'.$name);
    }

    public function read(string $name): string
    {
        $content = file_get_contents($this->dir.'/cur/'.$name);

        return false === $content ? throw new \RuntimeException('A mail is gone: '.$name) : $content;
    }

    public function done(string $name): void
    {
        rename($this->dir.'/cur/'.$name, $this->dir.'/cur/'.$name.self::SEEN);
    }

    /** Put aside for someone to look at. */
    public function flag(string $name): void
    {
        rename($this->dir.'/cur/'.$name, $this->dir.'/cur/'.$name.self::FLAGGED);
    }

    /** @return list<string> taken so long ago, and never done: whoever took them died of them */
    public function left(int $seconds, int $now): array
    {
        $left = [];
        foreach ('' !== $this->dir && is_dir($this->dir.'/cur') ? scandir($this->dir.'/cur') ?: [] : [] as $name) {
            if ('.' !== $name[0] && !str_contains($name, ':2,') && filemtime($this->dir.'/cur/'.$name) < $now - $seconds) {
                $left[] = $name;
            }
        }

        return $left;
    }

    /** Mails that were done so long ago are nobody's to keep: what they brought is kept where it belongs. */
    public function sweep(int $seconds, int $now): void
    {
        foreach ('' !== $this->dir && is_dir($this->dir.'/cur') ? scandir($this->dir.'/cur') ?: [] : [] as $name) {
            if ((str_ends_with($name, self::SEEN) || str_ends_with($name, self::FLAGGED)) && filemtime($this->dir.'/cur/'.$name) < $now - $seconds) {
                @unlink($this->dir.'/cur/'.$name);
            }
        }
    }
}
