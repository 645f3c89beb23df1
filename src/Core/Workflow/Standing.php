<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** As what someone is asked to agree. */
enum Standing: string
{
    /** Holds the post itself, at the unit or nearest above it. */
    case Post = 'post';
    /** Stands above in the organisation. */
    case Above = 'above';
    /** Is an admin of the unit, when nobody else is left. */
    case Admin = 'admin';
}
