<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

/** One thing to deliver. */
final readonly class Item
{
    /**
     * @param array<array-key, mixed> $payload
     * @param array<array-key, mixed> $personal
     */
    public function __construct(public int $id, public string $kind, public string $key, public int $subjectId, public array $payload, public array $personal, public int $attempts)
    {
    }

    public function text(string $name): string
    {
        $value = $this->personal[$name] ?? $this->payload[$name] ?? '';

        return \is_scalar($value) ? (string) $value : '';
    }
}
