<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Symfony\Component\HttpFoundation\Session\Storage\Handler\StrictSessionHandler;

/** Sessions in files. One that did not change is written again, so that it lives on, at most once a minute: searching asks several times a second. */
final class Sessions extends StrictSessionHandler
{
    private const SECONDS = 60;

    public function updateTimestamp(#[\SensitiveParameter] string $sessionId, string $data): bool
    {
        $keeps = \function_exists('apcu_enabled') && apcu_enabled();

        return ($keeps && !apcu_add('session:'.hash('xxh128', $sessionId), true, self::SECONDS)) || parent::updateTimestamp($sessionId, $data);
    }
}
