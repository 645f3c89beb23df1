<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** What we want of a posting, whatever its board shows meanwhile. */
enum Wanted: string
{
    case Live = 'live';
    case Paused = 'paused';
    /** Taken down, for good. */
    case Down = 'down';
}
