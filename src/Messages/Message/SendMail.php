<?php

declare(strict_types=1);

namespace Jorvent\Messages\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Hands a mail over to the mail server. */
#[AsMessage(Transport::OUTSIDE)]
final readonly class SendMail implements Message
{
    public function __construct(public string $key)
    {
    }

    public static function kind(): string
    {
        return 'mail';
    }
}
