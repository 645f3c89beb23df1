<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Something wrong, or worth a look, with a unit of a draft. Worded under "structure.CODE". */
final readonly class Finding
{
    /** @param array<string, scalar> $data */
    public function __construct(public ?int $unit, public string $code, public bool $blocks, public array $data = [])
    {
    }
}
