<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

/**
 * One row of a result, read by type. Templates read its columns by name.
 *
 * @implements \ArrayAccess<string, mixed>
 */
final readonly class Record implements \ArrayAccess
{
    /** @param array<string, mixed> $columns */
    public function __construct(private array $columns)
    {
    }

    public function str(string $column): string
    {
        return $this->strOrNull($column) ?? throw $this->wrong($column, 'text');
    }

    public function strOrNull(string $column): ?string
    {
        $value = $this->get($column);

        return null === $value ? null : (\is_scalar($value) ? (string) $value : throw $this->wrong($column, 'text'));
    }

    public function int(string $column): int
    {
        return $this->intOrNull($column) ?? throw $this->wrong($column, 'a whole number');
    }

    public function intOrNull(string $column): ?int
    {
        $value = $this->get($column);

        return null === $value ? null : (\is_int($value) || (\is_string($value) && is_numeric($value)) ? (int) $value : throw $this->wrong($column, 'a whole number'));
    }

    public function floatOrNull(string $column): ?float
    {
        $value = $this->get($column);

        return is_numeric($value) ? (float) $value : null;
    }

    public function bool(string $column): bool
    {
        return true === $this->get($column);
    }

    public function instant(string $column): \DateTimeImmutable
    {
        return $this->instantOrNull($column) ?? throw $this->wrong($column, 'a moment');
    }

    public function instantOrNull(string $column): ?\DateTimeImmutable
    {
        $value = $this->strOrNull($column);

        return null === $value ? null : (new \DateTimeImmutable($value))->setTimezone(new \DateTimeZone('UTC'));
    }

    /** @return array<array-key, mixed> */
    public function json(string $column): array
    {
        $value = json_decode($this->strOrNull($column) ?? '[]', true, 64, \JSON_THROW_ON_ERROR);

        return \is_array($value) ? $value : [];
    }

    /** @return list<string> */
    public function strings(string $column): array
    {
        return array_values(array_filter($this->json($column), is_string(...)));
    }

    /** @return list<array<array-key, mixed>> */
    public function objects(string $column): array
    {
        return array_values(array_filter($this->json($column), is_array(...)));
    }

    /** @return array<string, mixed> */
    public function columns(): array
    {
        return $this->columns;
    }

    public function offsetExists(mixed $offset): bool
    {
        return \array_key_exists($offset, $this->columns);
    }

    public function offsetGet(mixed $offset): mixed
    {
        return $this->get($offset);
    }

    public function offsetSet(mixed $offset, mixed $value): void
    {
        throw new \LogicException('A record is read only.');
    }

    public function offsetUnset(mixed $offset): void
    {
        throw new \LogicException('A record is read only.');
    }

    private function get(string $column): mixed
    {
        if (!\array_key_exists($column, $this->columns)) {
            throw new \LogicException(\sprintf('The row has no column "%s", only %s.', $column, implode(', ', array_keys($this->columns))));
        }

        return $this->columns[$column];
    }

    private function wrong(string $column, string $wanted): \LogicException
    {
        return new \LogicException(\sprintf('Column "%s" is not %s.', $column, $wanted));
    }
}
