<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Draws the reach list of one person anew, or of all when there is none. */
#[AsMessage(Transport::SOON)]
final readonly class DrawReach implements Message
{
    public function __construct(public ?int $account)
    {
    }

    public static function kind(): string
    {
        return 'reach';
    }
}
