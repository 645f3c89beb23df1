<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

/** What an amount of pay is for; the values are those of schema.org's unitText in small letters. */
enum Frequency: string
{
    case Hour = 'hour';
    case Month = 'month';
    case Year = 'year';
}
