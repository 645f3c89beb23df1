<?php

declare(strict_types=1);

namespace Jorvent\Activity;

enum ActorKind: string
{
    case Staff = 'staff';
    case Candidate = 'candidate';
    /** the program by itself */
    case System = 'system';
}
