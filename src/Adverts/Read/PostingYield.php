<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Adverts\Usage;

/** What a posting brought. */
final readonly class PostingYield
{
    /**
     * @param int $started   who began to apply
     * @param int $qualified applications that went past the first look, with no knock-out against them
     */
    public function __construct(public Usage $usage, public int $started, public int $qualified)
    {
    }
}
