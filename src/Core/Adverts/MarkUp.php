<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** What mark-up a board shows. */
enum MarkUp: string
{
    case None = 'none';
    case Lists = 'lists';
    case Full = 'full';

    /** @return list<string>|null elements it shows; null is all we write */
    public function elements(): ?array
    {
        return match ($this) {
            self::None => [],
            self::Lists => ['p', 'ul', 'ol', 'li', 'strong', 'em', 'br'],
            self::Full => null,
        };
    }
}
