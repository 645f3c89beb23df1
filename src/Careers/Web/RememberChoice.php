<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** Whether the adverts someone follows may be remembered, and the one they came by. */
final readonly class RememberChoice
{
    public function __construct(public YesNo $may, public string $via = '')
    {
    }
}
