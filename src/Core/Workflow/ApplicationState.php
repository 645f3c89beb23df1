<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

enum ApplicationState: string
{
    case Active = 'active';
    case Closed = 'closed';
    case Withdrawn = 'withdrawn';
    case Hired = 'hired';
}
