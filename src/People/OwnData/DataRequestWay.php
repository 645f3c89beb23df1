<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

/** How a request about someone's own data came in. */
enum DataRequestWay: string
{
    /** on a page of ours, by the person themselves */
    case Page = 'page';
    case Mail = 'mail';
    case Letter = 'letter';
    case Phone = 'phone';

    /** @return non-empty-list<self> the ways that someone of us enters */
    public static function enteredByUs(): array
    {
        return [self::Mail, self::Letter, self::Phone];
    }
}
