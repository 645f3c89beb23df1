<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import\Message;

use Jorvent\Shell\Entity\ImportState;
use Jorvent\Shell\Import\Imports;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class ContinueImportHandler
{
    public function __construct(private Imports $imports)
    {
    }

    public function __invoke(ContinueImport $message): void
    {
        $this->imports->piece($message->import, ImportState::from($message->phase), $message->from);
    }
}
