<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** How a request about someone's own data came in. */
enum RequestWay: string
{
    case Page = 'page';
    case Mail = 'mail';
    case Letter = 'letter';
    case Phone = 'phone';
}
