<?php

declare(strict_types=1);

namespace Jorvent\Platform\Spreadsheet;

/** A file that is not taken; the code is worded under "refusal". */
final class Unreadable extends \RuntimeException
{
    /** @param array<string, scalar> $data */
    public function __construct(public readonly string $reason, public readonly array $data = [])
    {
        parent::__construct($reason);
    }
}
