<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

/** When the guide of the careers site offers itself. */
enum GuideOffered: string
{
    case Always = 'always';
    case NothingFound = 'nothing_found';
    case Never = 'never';
}
