<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** Where an advert stands with a board, as far as we know. */
enum PostingState: string
{
    /** It begins on a later day. */
    case Planned = 'planned';
    /** It has to be sent. */
    case Waiting = 'waiting';
    /** The board has it and has not put it up yet. */
    case Asked = 'asked';
    case Live = 'live';
    case Paused = 'paused';
    /** The board said no; mended, it can be posted again. */
    case Refused = 'refused';
    case Withdrawn = 'withdrawn';
    /** It ran to its last day. */
    case Ended = 'ended';

    /** @return list<self> in which it is up or on its way */
    public static function standing(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $state): bool => !$state->isOver()));
    }

    /** A board has been told of it, and may answer. */
    public function isWithBoard(): bool
    {
        return \in_array($this, [self::Waiting, self::Asked, self::Live, self::Paused], true);
    }

    public function isOver(): bool
    {
        return \in_array($this, [self::Refused, self::Withdrawn, self::Ended], true);
    }
}
