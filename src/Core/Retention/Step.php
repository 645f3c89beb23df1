<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** What is due about someone's data today. */
enum Step: string
{
    case Keep = 'keep';
    case Ask = 'ask';
    case Wait = 'wait';
    /** They could not be asked: someone who runs this decides. */
    case AskAdmin = 'ask_admin';
    case Erase = 'erase';
}
