<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** What a candidate does on the page of their application, as it is sent. */
final readonly class SentStatusAct
{
    public function __construct(public StatusAct $do)
    {
    }
}
