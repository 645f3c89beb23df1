<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What happens to proposed words. */
enum TermAct: string
{
    case Taken = 'taken';
    case Refused = 'refused';
    case Anew = 'anew';
}
