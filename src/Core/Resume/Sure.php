<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** How sure a reading is. Only what is sure, or confirmed by a person, is used beyond showing and searching. */
enum Sure: string
{
    case Sure = 'sure';
    case Likely = 'likely';
    case Unsure = 'unsure';

    public function and(self $other): self
    {
        return self::Unsure === $this || self::Unsure === $other ? self::Unsure : (self::Likely === $this || self::Likely === $other ? self::Likely : self::Sure);
    }
}
