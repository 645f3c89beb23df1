<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/**
 * What was made of a text, for the same texts come back again and again. When there are too many, all are forgotten.
 *
 * @template T
 */
final class Memo
{
    /** @var array<array-key, T> */
    private array $known = [];

    public function __construct(private readonly int $most = 20_000)
    {
    }

    /**
     * @param callable(string): T $make
     *
     * @return T
     */
    public function of(string $text, callable $make): mixed
    {
        if (isset($this->known[$text]) || \array_key_exists($text, $this->known)) {
            return $this->known[$text];
        }
        if (\count($this->known) >= $this->most) {
            $this->known = [];
        }

        return $this->known[$text] = $make($text);
    }
}
