<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\TerminateEvent;

/** What need not keep someone waiting: done when the response has gone out. Only for what may be lost without harm, such as a count of visits. */
#[AsEventListener]
final class AfterResponse
{
    /** @var list<\Closure(): void> */
    private array $work = [];

    public function __construct(private readonly LoggerInterface $logger)
    {
    }

    /** @param \Closure(): void $work */
    public function add(\Closure $work): void
    {
        $this->work[] = $work;
    }

    public function __invoke(TerminateEvent $event): void
    {
        [$work, $this->work] = [$this->work, []];
        foreach ($work as $one) {
            try {
                $one();
            } catch (\Throwable $e) {
                $this->logger->error('after the response: {error}', ['error' => LoggedError::text($e)]);
            }
        }
    }
}
