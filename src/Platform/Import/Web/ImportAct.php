<?php

declare(strict_types=1);

namespace Jorvent\Platform\Import\Web;

/** What happens next with a table that comes in. */
enum ImportAct: string
{
    case Map = 'map';
    case Start = 'start';
    case Cancel = 'cancel';
}
