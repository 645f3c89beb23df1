<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Jorvent\Platform\Security\Secret;

/** One thing to deliver. */
final readonly class Item
{
    /**
     * @param array<array-key, mixed> $payload
     * @param array<array-key, mixed> $personal
     * @param array<string, Secret>   $secrets  by the name of their mark
     */
    public function __construct(public int $id, public string $kind, public string $key, public int $subjectId, public array $payload, public array $personal, public int $attempts, private array $secrets = [])
    {
    }

    public function text(string $name): string
    {
        $value = $this->personal[$name] ?? $this->payload[$name] ?? '';

        return \is_scalar($value) ? (string) $value : '';
    }

    /** As text(), with the secret addresses where their marks are: for handing over, and for nothing else. */
    public function openText(string $name): string
    {
        $marks = $addresses = [];
        foreach ($this->secrets as $mark => $secret) {
            $marks[] = Secret::mark($mark);
            $addresses[] = $secret->address();
        }

        return str_replace($marks, $addresses, $this->text($name));
    }
}
