<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

/** Whether a draft becomes the next version or is thrown away. */
enum PublishAct: string
{
    case Publish = 'publish';
    case Discard = 'discard';
}
