<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

/** What is typed beside a change of a posting: its new last day, or its new budget. */
final readonly class PostingFields
{
    public function __construct(public string $until = '', public string $budget = '')
    {
    }
}
