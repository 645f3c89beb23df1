<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

enum ApprovalState: string
{
    case Waiting = 'waiting';
    case Agreed = 'agreed';
    case SentBack = 'sent_back';
    case Declined = 'declined';
    /** nobody has to answer any more */
    case Dropped = 'dropped';
}
