<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** One reason why something is refused: where (a field's name, or '' for the whole), which reason (a code), with what data. The edge words it. */
final readonly class Refusal
{
    /** @param array<string, scalar|null> $data */
    public function __construct(public string $field, public string $code, public array $data = [])
    {
    }
}
