<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

use Jorvent\Catalogue\ProfileContent;

/** A role profile in its newest version. */
final readonly class ProfileHead
{
    public function __construct(
        public int $id,
        public string $family,
        public int $version,
        public bool $retired,
        public ProfileContent $content,
    ) {
    }
}
