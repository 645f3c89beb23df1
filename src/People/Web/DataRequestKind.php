<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What someone asks about their own data. */
enum DataRequestKind: string
{
    case Data = 'data';
    case Forget = 'forget';
}
