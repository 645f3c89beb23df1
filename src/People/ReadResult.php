<?php

declare(strict_types=1);

namespace Jorvent\People;

/** A reading as it came back from the process that made it: plain values, as Reading::toArray() gives them. */
final readonly class ReadResult
{
    /** @param array<array-key, mixed> $reading */
    public function __construct(public array $reading)
    {
    }

    public function field(string $name): ?string
    {
        $fields = $this->reading['fields'] ?? null;
        $field = \is_array($fields) ? $fields[$name] ?? null : null;
        $value = \is_array($field) ? $field['value'] ?? null : null;

        return \is_string($value) ? $value : null;
    }

    public function hasWork(): bool
    {
        return [] !== ($this->reading['spells'] ?? []);
    }

    /** @return list<string> */
    public function links(): array
    {
        $links = $this->reading['links'] ?? [];

        return array_values(array_filter(\is_array($links) ? $links : [], is_string(...)));
    }
}
