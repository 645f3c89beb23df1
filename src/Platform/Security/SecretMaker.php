<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

/** Makes an address anew when what it was sent with is sent again, and ends the former one. */
interface SecretMaker
{
    /** @param array{purpose: string, subject: int, days: int, suffix: string} $made */
    public function anew(array $made, #[\SensitiveParameter] string $former): Secret;
}
