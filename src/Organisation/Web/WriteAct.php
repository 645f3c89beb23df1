<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

/** Whether what a form shows is saved or removed. */
enum WriteAct: string
{
    case Save = 'save';
    case Remove = 'remove';
}
