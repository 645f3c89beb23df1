<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

/** What is done to a posting. */
enum PostingChange: string
{
    case Pause = 'pause';
    case Resume = 'resume';
    case Renew = 'renew';
    case Withdraw = 'withdraw';
    case Update = 'update';
    case Budget = 'budget';

    /** What is said once it is done. */
    public function said(): string
    {
        return match ($this) {
            self::Pause => 'advert_paused',
            self::Resume => 'advert_resumed',
            self::Renew => 'advert_renewed',
            self::Withdraw => 'advert_withdrawn',
            self::Update => 'advert_sent_anew',
            self::Budget => 'advert_budget',
        };
    }
}
