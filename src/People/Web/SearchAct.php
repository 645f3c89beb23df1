<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What happens to a saved search. */
enum SearchAct: string
{
    case Share = 'share';
    case Own = 'own';
    case Tell = 'tell';
    case Quiet = 'quiet';
    case Drop = 'drop';
    case Looked = 'looked';
}
