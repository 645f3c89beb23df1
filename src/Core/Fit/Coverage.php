<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** A part's value in the four ways it is drawn. */
enum Coverage: string
{
    case Covered = 'covered';
    case Partly = 'partly';
    case Missing = 'missing';
    case NotStated = 'not_stated';

    public static function of(?float $value): self
    {
        return match (true) {
            null === $value => self::NotStated,
            $value >= .5 => self::Covered,
            $value >= .15 => self::Partly,
            default => self::Missing,
        };
    }
}
