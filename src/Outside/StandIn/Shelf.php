<?php

declare(strict_types=1);

namespace Jorvent\Outside\StandIn;

/** Where a stand-in keeps what it got: one JSON file per stand-in, locked while it changes. */
final readonly class Shelf
{
    private const LONGEST_HOLD_SECONDS = 15;
    public const MODES = ['normal', 'slow', 'down', 'wrong', 'lost', 'hold'];

    public function __construct(private string $dir, public string $name)
    {
        if (!is_dir($dir) && !mkdir($dir, 0o755, true) && !is_dir($dir)) {
            throw new \RuntimeException('The stand-in has no folder.');
        }
    }

    /** Another shelf of the same stand-in. */
    public function beside(string $what): self
    {
        return new self($this->dir, $this->name.'-'.$what);
    }

    /** @return array<array-key, mixed> */
    public function read(): array
    {
        return $this->change(static fn (array $state): array => $state);
    }

    /**
     * @param callable(array<array-key, mixed>): array<array-key, mixed> $change
     *
     * @return array<array-key, mixed> the state after it
     */
    public function change(callable $change): array
    {
        $file = fopen($this->dir.'/'.$this->name.'.json', 'c+') ?: throw new \RuntimeException('The stand-in cannot write.');
        flock($file, \LOCK_EX);
        $text = (string) stream_get_contents($file);
        $old = '' === $text ? [] : json_decode($text, true, 64, \JSON_THROW_ON_ERROR);
        $new = $change(\is_array($old) ? $old : []);
        if ($new !== $old) {
            ftruncate($file, 0);
            rewind($file);
            fwrite($file, json_encode($new, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE));
        }
        fclose($file);

        return $new;
    }

    public function mode(): string
    {
        $file = $this->dir.'/'.$this->name.'.mode';
        $mode = is_file($file) ? trim((string) file_get_contents($file)) : 'normal';

        return \in_array($mode, self::MODES, true) ? $mode : 'normal';
    }

    /** In the mode "hold" what was asked is done, and whoever asked is kept waiting for the answer. */
    public function hold(): void
    {
        for ($i = 0; $i < self::LONGEST_HOLD_SECONDS * 50 && 'hold' === $this->mode(); ++$i) {
            usleep(20_000);
        }
    }

    public function behave(string $mode): void
    {
        file_put_contents($this->dir.'/'.$this->name.'.mode', \in_array($mode, self::MODES, true) ? $mode : 'normal');
    }
}
