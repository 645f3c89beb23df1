<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** What an applicant says of themselves, by question. */
final readonly class SentDeclaration
{
    /** @param array<string, string> $declared */
    public function __construct(public array $declared = [])
    {
    }
}
