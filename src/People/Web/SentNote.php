<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** A note about a person. */
final readonly class SentNote
{
    public function __construct(public string $note = '')
    {
    }
}
