<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Checks or takes in the next piece of a table. */
#[AsMessage(Transport::LONG)]
final readonly class ContinueImport implements Message
{
    public function __construct(public int $import, public string $phase, public int $from)
    {
    }

    public static function kind(): string
    {
        return 'import';
    }
}
