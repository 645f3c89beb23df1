<?php

declare(strict_types=1);

namespace Jorvent\Activity;

/** A row of the log as the chain covers it, and its link when it has one. */
final readonly class LinkedRow
{
    /** @param non-empty-list<string>|null $fields of the row as texts, its id first; null when the row is missing */
    public function __construct(public int $id, public ?array $fields, public ?Link $link)
    {
    }

    /** @return string SHA-256 over the hash before and the row, in hexadecimal digits */
    public function hash(string $before): string
    {
        $covered = json_encode([$before, ...$this->fields ?? []], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);

        return hash('sha256', $covered);
    }

    public function holds(string $before): bool
    {
        return null !== $this->fields && null !== $this->link && hash_equals($this->hash($before), $this->link->hash);
    }
}
