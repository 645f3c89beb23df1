<?php

declare(strict_types=1);

namespace Jorvent\Platform\Import\Message;

use Jorvent\Platform\Import\Imports;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class ContinueImportHandler
{
    public function __construct(private Imports $imports)
    {
    }

    public function __invoke(ContinueImport $message): void
    {
        $this->imports->piece($message->import, $message->phase, $message->from);
    }
}
