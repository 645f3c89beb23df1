<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

enum InterviewState: string
{
    /** Times are offered, the candidate picks. */
    case Offered = 'offered';
    case Booked = 'booked';
    case Cancelled = 'cancelled';

    /** @return list<self> those that stand in a calendar or may yet */
    public static function live(): array
    {
        return [self::Offered, self::Booked];
    }
}
