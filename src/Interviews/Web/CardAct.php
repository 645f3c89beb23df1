<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Web;

/** Whether a scorecard is kept or handed in. */
enum CardAct: string
{
    case Keep = 'keep';
    case Submit = 'submit';
}
