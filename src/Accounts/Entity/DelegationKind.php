<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Entity;

/** About what someone decides in another's place. */
enum DelegationKind: string
{
    case All = 'all';
    case Requisitions = 'requisitions';
    case Offers = 'offers';
}
