<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

/**
 * The browser and the system that a User-Agent line (RFC 9110, 10.1.5) names, as far as someone needs them to know
 * their own again.
 */
final readonly class Browser
{
    /** The first that occurs: browsers name those they want to be taken for as well. */
    private const NAMES = [
        'Edg' => 'Edge', 'OPR' => 'Opera', 'Firefox' => 'Firefox', 'HeadlessChrome' => 'Chrome', 'Chrome' => 'Chrome',
        'Safari' => 'Safari',
    ];
    private const SYSTEMS = [
        'Android' => 'Android', 'iPhone' => 'iPhone', 'iPad' => 'iPad', 'Windows' => 'Windows', 'Macintosh' => 'macOS',
        'Linux' => 'Linux',
    ];

    private function __construct(public ?string $name, public ?string $system)
    {
    }

    public static function of(string $line): self
    {
        return new self(self::first(self::NAMES, $line), self::first(self::SYSTEMS, $line));
    }

    /** @param array<string, string> $known */
    private static function first(array $known, string $line): ?string
    {
        foreach ($known as $mark => $name) {
            if (str_contains($line, $mark)) {
                return $name;
            }
        }

        return null;
    }
}
