<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** What someone's data is kept for. */
enum Purpose: string
{
    /** An application that is on its way, or was. */
    case Application = 'application';
    /** Openings to come: they agreed to be kept in mind. */
    case Future = 'future';
    /** Found or handed in, without an application: an interest of ours that ends soon. */
    case Sourced = 'sourced';
    /** Hired: the law on staff records holds, not ours. */
    case Hired = 'hired';
}
