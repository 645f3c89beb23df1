<?php

declare(strict_types=1);

namespace Jorvent\Platform\Schedule;

use Jorvent\Platform\Web\LoggedError;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;
use Symfony\Component\Scheduler\Messenger\ServiceCallMessage;

/** A task that failed comes again by itself; the log says why, without values of people. */
final readonly class NoteFailedTasks
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    #[AsEventListener]
    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if (!$message instanceof ServiceCallMessage) {
            return;
        }
        $error = $event->getThrowable();
        if ($error instanceof HandlerFailedException) {
            $error = array_values($error->getWrappedExceptions())[0] ?? $error;
        }
        $context = ['what' => $message->getServiceId(), 'error' => LoggedError::text($error)] + LoggedError::context($error);
        $this->logger->error('task {what}: {error}', $context);
    }
}
