<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail;

interface MailPost
{
    /** @throws \Jorvent\Platform\Outbox\NotNow|\Jorvent\Platform\Outbox\RefusedByThem */
    public function send(OutgoingMail $mail): void;
}
