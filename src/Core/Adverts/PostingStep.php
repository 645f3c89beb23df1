<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/**
 * What has to be said to a board next, so that it shows what we want. Nothing is remembered but what is wanted and what
 * is known; the order in which wishes came does not matter.
 */
enum PostingStep: string
{
    case Send = 'send';
    case Update = 'update';
    case Pause = 'pause';
    case Resume = 'resume';
    case Withdraw = 'withdraw';

    /**
     * @param bool $there   the board has it under a number
     * @param bool $changed its text or its last day is not what the board has, and is to be sent
     *
     * @return self|null null when nothing is left to say
     */
    public static function next(Wanted $wanted, PostingState $state, bool $there, bool $changed): ?self
    {
        if ($state->isOver() || PostingState::Planned === $state) {
            return null;
        }

        return match (true) {
            Wanted::Down === $wanted => self::Withdraw,
            !$there => Wanted::Live === $wanted ? self::Send : null,
            $changed => self::Update,
            Wanted::Paused === $wanted && PostingState::Paused !== $state => self::Pause,
            Wanted::Live === $wanted && PostingState::Paused === $state => self::Resume,
            default => null,
        };
    }
}
