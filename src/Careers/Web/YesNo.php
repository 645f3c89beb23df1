<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** A plain answer of a public form. */
enum YesNo: string
{
    case Yes = 'yes';
    case No = 'no';
}
