<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

/** What the form of a question does. */
enum QuestionAct: string
{
    case Keep = 'keep';
    case Option = 'option';
    case Up = 'up';
    case Down = 'down';
    case Library = 'library';
    case Remove = 'remove';
}
