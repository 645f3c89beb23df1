<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** Whether a resume comes with the application. */
final readonly class FirstStep
{
    public function __construct(public YesNo $file = YesNo::Yes)
    {
    }
}
