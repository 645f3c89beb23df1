<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail;

interface MailPost
{
    /** @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem */
    public function send(OutgoingMail $mail): void;
}
