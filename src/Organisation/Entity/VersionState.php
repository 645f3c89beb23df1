<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

/** A version of the structure is written, counts, or is kept to look something up. */
enum VersionState: string
{
    case Draft = 'draft';
    case InForce = 'in_force';
    case Kept = 'kept';
}
