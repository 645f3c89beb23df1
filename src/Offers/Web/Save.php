<?php

declare(strict_types=1);

namespace Jorvent\Offers\Web;

/** Whether something is kept as it stands, or asked for as well. */
enum Save: string
{
    case Keep = 'keep';
    case Ask = 'ask';
}
