<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery\Message;

/**
 * Something to be done once the transaction that asks for it has ended: ids and codes, nothing of a person. Its
 * Delivery tells how it stands. A handler may be called twice for the same message and then does nothing new.
 */
interface Message
{
    /** The word for it on pages and in the log. */
    public static function kind(): string;
}
