<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

enum Coverage: string
{
    case Covered = 'covered';
    case Partly = 'partly';
    case Missing = 'missing';
    case NotStated = 'not_stated';
}
