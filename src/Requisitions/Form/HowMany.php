<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

/** Whether all or one is enough. */
enum HowMany: string
{
    case All = 'all';
    case Any = 'any';
}
