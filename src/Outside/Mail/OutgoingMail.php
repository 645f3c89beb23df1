<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail;

/** A mail as it leaves; the id becomes its Message-ID, by which a second delivery is recognised. */
final readonly class OutgoingMail
{
    public function __construct(public string $id, public string $to, public string $toName, public string $subject, public string $text, public ?string $calendar = null, public string $calendarMethod = 'REQUEST', public ?string $end = null, public string $from = '')
    {
    }
}
