<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** A failed knock-out stops an application until a named person confirms it or overrules it with a reason. */
enum KnockOut: string
{
    case None = 'none';
    case Failed = 'failed';
    case Confirmed = 'confirmed';
    case Overruled = 'overruled';
}
