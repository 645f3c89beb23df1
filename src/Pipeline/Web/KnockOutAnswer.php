<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

/** Whether a failed knock-out stands. */
enum KnockOutAnswer: string
{
    case Confirm = 'confirm';
    case Overrule = 'overrule';
}
