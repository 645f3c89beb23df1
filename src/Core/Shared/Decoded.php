<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** Reads a decoded JSON object by the kinds its values should have; what is missing or of another kind is null or empty. */
final readonly class Decoded
{
    /** @param array<array-key, mixed> $values */
    public function __construct(private array $values)
    {
    }

    /** What a text in JSON says; null when it is no object or list. */
    public static function json(string $text): ?self
    {
        $values = json_decode($text, true);

        return \is_array($values) ? new self($values) : null;
    }

    public function text(string $key): ?string
    {
        $value = $this->values[$key] ?? null;

        return \is_string($value) ? $value : null;
    }

    public function whole(string $key): ?int
    {
        $value = $this->values[$key] ?? null;

        return \is_int($value) ? $value : null;
    }

    public function flag(string $key): bool
    {
        return true === ($this->values[$key] ?? null);
    }

    /** A day as "2026-12-01", at midnight in UTC. */
    public function day(string $key): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $this->text($key) ?? '', new \DateTimeZone('UTC'));

        return false === $day ? null : $day;
    }

    /** @return list<string> */
    public function texts(string $key): array
    {
        return array_values(array_filter($this->list($key), is_string(...)));
    }

    /** @return list<self> */
    public function objects(string $key): array
    {
        return array_map(
            static fn (array $object): self => new self($object),
            array_values(array_filter($this->list($key), is_array(...))),
        );
    }

    /** @return array<string, string> all values that are texts, by key */
    public function allTexts(): array
    {
        return array_filter($this->byKey(), is_string(...));
    }

    /** @return array<string, int> all values that are whole numbers, by key */
    public function allWholes(): array
    {
        return array_filter($this->byKey(), is_int(...));
    }

    /** Whether there is a value at all, of any kind. */
    public function has(string $key): bool
    {
        return isset($this->values[$key]);
    }

    public function value(string $key): mixed
    {
        return $this->values[$key] ?? null;
    }

    /** @return array<string, mixed> */
    private function byKey(): array
    {
        $values = [];
        foreach ($this->values as $key => $value) {
            $values[(string) $key] = $value;
        }

        return $values;
    }

    /** @return array<array-key, mixed> */
    private function list(string $key): array
    {
        $value = $this->values[$key] ?? null;

        return \is_array($value) ? $value : [];
    }
}
