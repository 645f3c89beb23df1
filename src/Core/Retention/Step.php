<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** What is due about someone's data today. */
enum Step: string
{
    case Keep = 'keep';
    case Ask = 'ask';
    case Wait = 'wait';
    case Erase = 'erase';
}
