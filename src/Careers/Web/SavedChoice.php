<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** Whether an opening is saved for later, and the advert that its reader came by. */
final readonly class SavedChoice
{
    public function __construct(public YesNo $keep = YesNo::Yes, public string $via = '')
    {
    }
}
