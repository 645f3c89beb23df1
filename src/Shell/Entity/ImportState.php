<?php

declare(strict_types=1);

namespace Jorvent\Shell\Entity;

/** How far an import is: columns chosen, rows checked, rows taken in. */
enum ImportState: string
{
    case Mapping = 'mapping';
    case Checking = 'checking';
    case Checked = 'checked';
    case Importing = 'importing';
    case Done = 'done';
    case Cancelled = 'cancelled';
    case Failed = 'failed';

    /** Whether the worker goes through the rows. */
    public function runs(): bool
    {
        return self::Checking === $this || self::Importing === $this;
    }

    public function isOver(): bool
    {
        return \in_array($this, [self::Done, self::Cancelled, self::Failed], true);
    }

    /** Whether the columns can be chosen (anew). */
    public function isOpen(): bool
    {
        return self::Mapping === $this || self::Checked === $this;
    }
}
