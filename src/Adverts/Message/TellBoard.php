<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Brings a board to show what is wanted of one posting. */
#[AsMessage(Transport::OUTSIDE)]
final readonly class TellBoard implements Message
{
    public function __construct(public int $posting)
    {
    }

    public static function kind(): string
    {
        return 'posting';
    }
}
