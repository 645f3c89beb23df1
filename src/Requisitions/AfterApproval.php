<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What happens when someone changes a field of an approved brief. */
enum AfterApproval: string
{
    /** it is changed */
    case Free = 'free';
    /** approval is asked for, and until then it stays */
    case Asks = 'asks';
    /** it can not be changed any more */
    case Closed = 'closed';

    private const FREE = [
        'title', 'recruiter', 'partner', 'targetOn', 'wishes', 'benefits', 'category', 'description', 'visibility',
        'industry',
    ];
    private const CLOSED = ['requester', 'openedOn'];

    /** As long as no admin chose otherwise. */
    public static function usual(string $field): self
    {
        return match (true) {
            \in_array($field, self::FREE, true) => self::Free,
            \in_array($field, self::CLOSED, true) => self::Closed,
            default => self::Asks,
        };
    }
}
