<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** What a board charges by. */
enum PriceKind: string
{
    case Free = 'free';
    case Posting = 'posting';
    case Click = 'click';
    case Application = 'application';
    case Subscription = 'subscription';
}
