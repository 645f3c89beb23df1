<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** What an act needs of the positions of a requisition. */
enum Position: string
{
    case Any = 'any';
    /** One for which nobody has signed. */
    case Unsigned = 'unsigned';
    /** One for which nobody has signed and no offer is out. */
    case Unpromised = 'unpromised';
}
