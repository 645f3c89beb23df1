<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** What the form of an approval rule does. */
enum RuleAct: string
{
    case Keep = 'keep';
    case Try = 'try';
    case Retire = 'retire';
}
