<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Security\Secret;

/** What a delivery says to someone: kept apart from its message, since it is a person's. */
final readonly class Content
{
    /**
     * @param array<array-key, mixed> $personal what names or shows a person: addresses, texts
     * @param array<string, Secret>   $secrets  by the name of their mark in the text
     */
    public function __construct(public array $personal, public array $secrets = [])
    {
    }

    public function text(string $name): string
    {
        $value = $this->personal[$name] ?? '';

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
