<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Core\Shared\Refusal;

/** A row as it was read: what it becomes, how it is shown, and what can not be read. */
final readonly class ImportLine
{
    /**
     * @param mixed         $value    null when it can not be read
     * @param list<string>  $shown
     * @param list<Refusal> $refusals by field, the cell as "value"
     */
    public function __construct(public mixed $value, public array $shown, public array $refusals)
    {
    }

    public function good(): bool
    {
        return null !== $this->value && [] === $this->refusals;
    }
}
