<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** Where the form of an application leads. */
enum FieldsAct: string
{
    case Next = 'next';
    case Later = 'later';
}
