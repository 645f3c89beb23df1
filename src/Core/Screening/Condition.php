<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/** A question is shown only if an earlier one was answered so: with one of these keys, or with a number or day between these. */
final readonly class Condition
{
    /** @param list<string> $keys */
    public function __construct(public string $question, public array $keys = [], public ?string $least = null, public ?string $most = null)
    {
    }
}
