<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Core\Organisation\Cause;

/** A cause that an admin takes away, and where they go on looking. */
final readonly class Repair
{
    public function __construct(
        public Cause $cause,
        public int $unit,
        public string $typed,
        public int $for,
        public ?int $company = null,
        public ?int $question = null,
    ) {
    }
}
