<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** What a candidate does on the page of their application. */
enum StatusAct: string
{
    case File = 'file';
    case Data = 'data';
    case Forget = 'forget';
    case Withdraw = 'withdraw';
}
