<?php

declare(strict_types=1);

namespace Jorvent\Platform\Links;

/** What a link lets someone do who has no account, or is not signed in. */
enum LinkPurpose: string
{
    case Book = 'book';
    case Offer = 'offer';
    case Status = 'status';
    case Password = 'password';
    case Review = 'review';
    case Confirm = 'confirm';
    case Data = 'data';
    case Keep = 'keep';
    case Referral = 'referral';
    case Alert = 'alert';
    case FirstAdmin = 'first_admin';

    /** The beginning of its address; the secret follows. */
    public function path(): string
    {
        return match ($this) {
            self::Password => '/password/',
            self::Alert => '/careers/alerts/',
            self::FirstAdmin => '/first-admin/',
            default => '/l/'.$this->value.'/',
        };
    }
}
