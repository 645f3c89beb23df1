<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What someone told us, where they told it. */
enum Told: string
{
    case Yes = 'yes';
    case No = 'no';
    case Unknown = 'unknown';

    public function flag(): ?bool
    {
        return match ($this) {
            self::Yes => true,
            self::No => false,
            self::Unknown => null,
        };
    }
}
