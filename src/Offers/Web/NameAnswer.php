<?php

declare(strict_types=1);

namespace Jorvent\Offers\Web;

/** Whether someone may sign under the name they gave. */
enum NameAnswer: string
{
    case Confirm = 'confirm';
    case Refuse = 'refuse';
}
