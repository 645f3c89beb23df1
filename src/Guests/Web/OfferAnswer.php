<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** What a candidate answers to an offer, or needs for signing it. */
enum OfferAnswer: string
{
    case Sign = 'sign';
    case Decline = 'decline';
    case Code = 'code';
    case Name = 'name';
}
