<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\People\Intake;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class ReadDroppedFileHandler
{
    public function __construct(private Intake $intake)
    {
    }

    public function __invoke(ReadDroppedFile $message): void
    {
        $this->intake->take($message->file);
    }
}
