<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Answers a mail when every file it brought was read. */
#[AsMessage(Transport::SOON)]
final readonly class AnswerMail implements Message
{
    public function __construct(public int $mail)
    {
    }

    public static function kind(): string
    {
        return 'mail_answer';
    }
}
