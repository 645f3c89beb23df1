<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

/** What someone asks about their own data. */
enum DataRequestKind: string
{
    /** to have all that is held of them */
    case Data = 'data';
    case Forget = 'forget';
}
