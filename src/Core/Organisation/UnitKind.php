<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** What a unit of the organisation is, and under what it may lie. */
enum UnitKind: string
{
    case Company = 'company';
    case Division = 'division';
    case Department = 'department';
    case Team = 'team';
    case CostCentre = 'cost_centre';
    case Site = 'site';

    public function mayLieUnder(?self $parent): bool
    {
        return match ($this) {
            self::Company => null === $parent,
            self::Division, self::Site => self::Company === $parent,
            self::Department => self::Company === $parent || self::Division === $parent,
            self::Team => self::Department === $parent || self::Team === $parent,
            self::CostCentre => self::Division === $parent || self::Department === $parent || self::Team === $parent,
        };
    }

    /** Whether people work in it, so that someone can be hired for it. */
    public function hires(): bool
    {
        return \in_array($this, [self::Company, self::Division, self::Department, self::Team], true);
    }
}
