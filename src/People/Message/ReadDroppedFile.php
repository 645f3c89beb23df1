<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Reads a resume that was dropped or came by mail. */
#[AsMessage(Transport::LONG)]
final readonly class ReadDroppedFile implements Message
{
    public function __construct(public int $file)
    {
    }

    public static function kind(): string
    {
        return 'intake';
    }
}
