<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Core\Shared\Refusal;

/** Refusals by the field they belong to, for templates. */
final readonly class Errors
{
    /** @param list<Refusal> $all */
    private function __construct(public array $all)
    {
    }

    /** @param list<Refusal> $refusals */
    public static function of(array $refusals): self
    {
        return new self($refusals);
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @return list<Refusal> */
    public function at(string $field): array
    {
        return array_values(array_filter($this->all, static fn (Refusal $r): bool => $r->field === $field));
    }

    public function any(): bool
    {
        return [] !== $this->all;
    }
}
