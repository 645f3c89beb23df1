<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What of an earlier requisition comes along into a new one. Dates and the internal place stay or are new in any case. */
enum CopiedPart: string
{
    case Text = 'text';
    case Terms = 'terms';
    case Questions = 'questions';
    case People = 'people';

    /** @return list<string> of the brief */
    public function fields(): array
    {
        return match ($this) {
            self::Text => ['description', 'musts', 'wishes', 'benefits', 'education', 'yearsFrom', 'yearsTo'],
            self::Terms => [
                'payFrom', 'payTo', 'frequency', 'pays', 'share', 'hours', 'travelDays', 'employment', 'months',
                'positions',
            ],
            self::People => ['manager', 'recruiter', 'partner'],
            self::Questions => [],
        };
    }
}
