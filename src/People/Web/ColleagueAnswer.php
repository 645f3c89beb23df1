<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether someone in the database is the colleague with that number. */
enum ColleagueAnswer: string
{
    case Same = 'same';
    case Other = 'other';
}
