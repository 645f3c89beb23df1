<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether two records are one person. */
enum SameAnswer: string
{
    case Join = 'join';
    case Apart = 'apart';
}
