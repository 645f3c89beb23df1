<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Symfony\Component\Messenger\Attribute\AsMessage;

/** Reads a piece of all resumes anew. */
#[AsMessage(Transport::LONG)]
final readonly class RereadResumes implements Message
{
    /**
     * @param string $run   which of the times all are read anew
     * @param int    $after the last resume that was read
     */
    public function __construct(public string $run, public int $after, public int $done, public int $of)
    {
    }

    public function key(): string
    {
        return 'reread-'.$this->run.'-'.$this->after;
    }

    public static function kind(): string
    {
        return 'reread';
    }
}
