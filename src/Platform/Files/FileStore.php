<?php

declare(strict_types=1);

namespace Jorvent\Platform\Files;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Originals and letters, stored once by content hash, outside the web root. */
final readonly class FileStore
{
    public function __construct(#[Autowire('%env(JORVENT_VAR)%/files')] private string $dir)
    {
    }

    /** @return string the SHA-256 of the content, which is its name */
    public function put(string $content): string
    {
        $hash = hash('sha256', $content);
        $path = $this->path($hash);
        if (!is_file($path)) {
            if (!is_dir(\dirname($path)) && !mkdir(\dirname($path), 0o700, true) && !is_dir(\dirname($path))) {
                throw new \RuntimeException('The file store cannot be written.');
            }
            $temporary = $path.'.'.bin2hex(random_bytes(6));
            if (\strlen($content) !== file_put_contents($temporary, $content) || !rename($temporary, $path)) {
                throw new \RuntimeException('The file store cannot be written.');
            }
        }

        return $hash;
    }

    public function get(string $hash): string
    {
        $content = is_file($this->path($hash)) ? file_get_contents($this->path($hash)) : false;

        return false === $content ? throw new \RuntimeException('A stored file is missing: '.$hash) : $content;
    }

    /** Nobody needs it any more. */
    public function drop(string $hash): void
    {
        if (is_file($this->path($hash))) {
            unlink($this->path($hash));
        }
    }

    public function path(string $hash): string
    {
        if (1 !== preg_match('/^[0-9a-f]{64}$/', $hash)) {
            throw new \LogicException('Not a content hash.');
        }

        return $this->dir.'/'.substr($hash, 0, 2).'/'.$hash;
    }
}
