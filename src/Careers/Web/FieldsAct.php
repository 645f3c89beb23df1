<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** Where the form of an application leads: on, to a mail with its link, or nowhere, since it only saves. */
enum FieldsAct: string
{
    case Next = 'next';
    case Later = 'later';
    case Keep = 'keep';
}
