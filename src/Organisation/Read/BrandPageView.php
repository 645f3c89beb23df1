<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** A page beside the openings of a brand, in one language. */
final readonly class BrandPageView
{
    public function __construct(
        public int $id,
        public int $brandId,
        public string $slug,
        public string $locale,
        public string $title,
        /** as HTML, cleaned when it was saved */
        public string $body,
        public int $version,
    ) {
    }
}
