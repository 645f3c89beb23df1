<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

/** Someone in the list of staff. */
final readonly class StaffRow
{
    public function __construct(
        public int $id,
        public string $name,
        public string $email,
        public string $title,
        public string $zone,
        public bool $active,
        /** of their roles, with commas between */
        public string $roles,
    ) {
    }
}
