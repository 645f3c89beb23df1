<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

use Jorvent\Platform\Files\FileStore;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All modules that hold something about people, asked together. */
final readonly class Holders
{
    /** @param iterable<HoldsPersonalData> $all */
    public function __construct(
        private FileStore $files,
        #[AutowireIterator(HoldsPersonalData::class)]
        private iterable $all,
    ) {
    }

    /** @return list<string> SHA-256 of stored files that were theirs */
    public function forget(Person $person): array
    {
        $files = [];
        foreach ($this->all as $holder) {
            $files = [...$files, ...$holder->forget($person)];
        }

        return array_values(array_unique($files));
    }

    /** @return array<string, mixed> by heading */
    public function tell(int $candidate): array
    {
        $told = [];
        foreach ($this->all as $holder) {
            $told += $holder->tell($candidate);
        }

        return $told;
    }

    public function needs(string $sha256): bool
    {
        foreach ($this->all as $holder) {
            if ($holder->needs($sha256)) {
                return true;
            }
        }

        return false;
    }

    /** Throws a stored file away, unless it is someone's still: the same file may have come from someone else too. */
    public function drop(string ...$files): void
    {
        foreach ($files as $sha256) {
            if (!$this->needs($sha256)) {
                $this->files->drop($sha256);
            }
        }
    }
}
