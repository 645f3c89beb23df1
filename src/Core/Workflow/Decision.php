<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** What someone who is asked to agree answers. */
enum Decision: string
{
    case Agreed = 'agreed';
    case SentBack = 'sent_back';
    case Declined = 'declined';
}
