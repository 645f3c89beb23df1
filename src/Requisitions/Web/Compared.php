<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** Which two versions of a brief are compared; the newest two when none are named. */
final readonly class Compared
{
    public function __construct(public ?int $from = null, public ?int $to = null)
    {
    }
}
