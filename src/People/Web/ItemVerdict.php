<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What a person says of something read in a resume. */
enum ItemVerdict: string
{
    case Confirmed = 'confirmed';
    case Changed = 'changed';
    case Struck = 'struck';
    case Back = 'back';
}
