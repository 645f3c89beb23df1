<?php

declare(strict_types=1);

namespace Jorvent\Core\Writing;

/** Something found in a description: where (characters from the start), what, which kind, and what to write instead when there is something. Worded under "writing.KIND". */
final readonly class Passage
{
    /** @param array<string, scalar> $data */
    public function __construct(public string $kind, public int $at, public string $text, public ?string $instead = null, public array $data = [])
    {
    }
}
