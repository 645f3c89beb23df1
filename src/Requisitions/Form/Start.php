<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

/** What a new requisition starts from. */
enum Start: string
{
    case Profile = 'profile';
    case Earlier = 'earlier';
    case Template = 'template';
    case Table = 'table';
    case Nothing = 'nothing';
}
