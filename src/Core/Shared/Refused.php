<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** An act was refused, for the same reasons that its screen shows beforehand. */
final class Refused extends \DomainException
{
    /** @param non-empty-list<Refusal> $refusals */
    public function __construct(public readonly array $refusals)
    {
        parent::__construct(implode(', ', array_map(static fn (Refusal $r): string => trim($r->field.' '.$r->code), $refusals)));
    }

    /** @param list<Refusal> $refusals */
    public static function unlessEmpty(array $refusals): void
    {
        if ([] !== $refusals) {
            throw new self($refusals);
        }
    }

    /** @param array<string, scalar|null> $data */
    public static function because(string $code, string $field = '', array $data = []): self
    {
        return new self([new Refusal($field, $code, $data)]);
    }
}
