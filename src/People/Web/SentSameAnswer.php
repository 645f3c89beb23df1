<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether two records are one person, as it is sent. */
final readonly class SentSameAnswer
{
    public function __construct(public SameAnswer $then)
    {
    }
}
