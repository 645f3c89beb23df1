<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** An id as a form sends it. */
final class SentId
{
    /** Null when none is sent, or it can not be one. */
    public static function read(string $sent): ?int
    {
        return 1 === preg_match('/^\d{1,9}$/D', $sent) ? (int) $sent : null;
    }
}
