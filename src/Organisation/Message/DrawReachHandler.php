<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Message;

use Jorvent\Organisation\ReachList;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class DrawReachHandler
{
    public function __construct(private ReachList $reach)
    {
    }

    public function __invoke(DrawReach $message): void
    {
        $this->reach->draw($message->account);
    }
}
