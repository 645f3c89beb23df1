<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

enum OfferState: string
{
    case Draft = 'draft';
    case Asked = 'asked';
    case Agreed = 'agreed';
    case Sent = 'sent';
    case Accepted = 'accepted';
    case Declined = 'declined';
    case Withdrawn = 'withdrawn';
}
