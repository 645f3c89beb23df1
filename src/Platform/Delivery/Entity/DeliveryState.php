<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery\Entity;

enum DeliveryState: string
{
    case Waiting = 'waiting';
    /** With a worker. One whose worker has died stays so until its message comes again. */
    case Sending = 'sending';
    case Delivered = 'delivered';
    /** It waits for a person, who tries it again or gives it up. */
    case Failed = 'failed';
    case Dropped = 'dropped';
}
