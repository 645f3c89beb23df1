<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;

final readonly class MailCarrier implements Carrier
{
    public function __construct(private MailPost $post)
    {
    }

    public function kind(): string
    {
        return 'mail';
    }

    public function deliver(Item $item): void
    {
        $calendar = $item->text('calendar');
        $end = $item->openText('end');
        $this->post->send(new OutgoingMail(
            $item->key, $item->text('to'), $item->text('name'), $item->text('subject'), $item->openText('text'),
            '' === $calendar ? null : $calendar, $item->text('method'), '' === $end ? null : $end, $item->text('from'),
        ));
    }
}
