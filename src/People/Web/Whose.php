<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether a list is shared or one's own. */
enum Whose: string
{
    case Shared = 'shared';
    case Own = 'own';
}
