<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

/** Whether the work can be done from home. */
enum Remote: string
{
    case No = 'no';
    case Partly = 'partly';
    case Fully = 'fully';
}
