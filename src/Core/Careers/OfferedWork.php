<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/** An opening, as far as it is compared with what someone looks for. */
final readonly class OfferedWork
{
    /**
     * @param string       $text   plain, without mark-up
     * @param list<string> $skills asked for or welcome
     * @param string       $kind   the category of the work
     * @param int|null     $years  of experience that are asked for
     */
    public function __construct(
        public string $key,
        public string $title,
        public string $text,
        public array $skills,
        public string $city,
        public string $kind,
        public ?int $years,
        public bool $isRemote,
    ) {
    }
}
