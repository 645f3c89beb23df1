<?php

declare(strict_types=1);

namespace Jorvent\Offers\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Tells the HR records of a new hire. */
#[AsMessage(Transport::OUTSIDE)]
final readonly class ReportHire implements Message
{
    public function __construct(public int $hire)
    {
    }

    public static function key(int $hire): string
    {
        return 'hire-'.$hire;
    }

    public static function kind(): string
    {
        return 'records';
    }
}
