<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** Whether someone wants their data kept, as it is sent. */
final readonly class SentKeepAnswer
{
    public function __construct(public KeepAnswer $do)
    {
    }
}
