<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** What work it is, and what is asked for it. */
final readonly class OpeningWants
{
    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     * @param int|null     $years     of experience
     * @param string|null  $education the least level
     */
    public function __construct(
        public string $category,
        public array $musts,
        public array $wishes,
        public ?int $years,
        public ?string $education,
    ) {
    }
}
