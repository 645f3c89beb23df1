<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

/** What is done to a posting. */
enum PostingChange: string
{
    case Pause = 'pause';
    case Resume = 'resume';
    case Renew = 'renew';
    case Withdraw = 'withdraw';
    case Update = 'update';
    case Budget = 'budget';
}
