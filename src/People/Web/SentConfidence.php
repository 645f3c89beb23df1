<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether someone is to be treated as confidential. */
final readonly class SentConfidence
{
    public function __construct(public Switched $then)
    {
    }
}
