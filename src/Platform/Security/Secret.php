<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

/**
 * An address that opens something for whoever has it. It stands in a text only at the moment the text is handed over; what is kept of the
 * text has a mark in its place.
 */
final readonly class Secret
{
    /** @param array{purpose: string, subject: int, days: int, suffix: string}|null $made how to make another one like it; null when it is the only one */
    public function __construct(#[\SensitiveParameter] private string $address, public ?array $made = null)
    {
    }

    public function address(): string
    {
        return $this->address;
    }

    /** What stands in a kept text in place of the address. */
    public static function mark(string $name): string
    {
        return '[['.$name.']]';
    }

    /** A kept text as people read it: that a link was there, not which. */
    public static function shown(string $text, string $instead): string
    {
        return (string) preg_replace('/\[\[[a-z_]{1,30}\]\]/', $instead, $text);
    }
}
