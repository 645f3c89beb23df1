<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

/** Who may read a requisition, besides those who have a part in it. */
enum Visibility: string
{
    /** everyone whose role reaches its unit */
    case Reach = 'reach';
    case Recruiters = 'recruiters';
    case Department = 'department';
    case Team = 'team';
}
