<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

/** What someone looks for, for whom, and which of the units found is shown. */
final readonly class Looked
{
    private const LONGEST = 100;

    public string $typed;

    public function __construct(
        string $typed = '',
        public ?int $company = null,
        /** an account; only an admin looks with another's eyes */
        public ?int $for = null,
        public ?int $question = null,
        /** the first one found is 0 */
        public int $at = 0,
    ) {
        $this->typed = mb_substr(trim($typed), 0, self::LONGEST);
    }
}
