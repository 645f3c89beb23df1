<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

enum Employment: string
{
    case Permanent = 'permanent';
    case FixedTerm = 'fixed_term';
    case Seasonal = 'seasonal';
    case Apprentice = 'apprentice';

    /** Whether the contract always ends, so that its months have to be known. */
    public function ends(): bool
    {
        return self::FixedTerm === $this || self::Seasonal === $this;
    }
}
