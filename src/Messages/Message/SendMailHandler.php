<?php

declare(strict_types=1);

namespace Jorvent\Messages\Message;

use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\Platform\Delivery\Contents;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** The key of the delivery becomes the Message-ID, by which a second handing over is recognised. */
#[AsMessageHandler]
final readonly class SendMailHandler
{
    public function __construct(private MailPost $post, private Contents $contents)
    {
    }

    public function __invoke(SendMail $message): void
    {
        $content = $this->contents->of($message->key);
        $calendar = $content->text('calendar');
        $end = $content->openText('end');
        $this->post->send(new OutgoingMail(
            $message->key, $content->text('to'), $content->text('name'), $content->text('subject'), $content->openText('text'),
            '' === $calendar ? null : $calendar, $content->text('method'), '' === $end ? null : $end, $content->text('from'),
        ));
    }
}
