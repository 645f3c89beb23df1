<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;

/**
 * Who tries links that open nothing is made to wait: each miss counts against their address, and when there were too
 * many no link opens for a while, so that a hit can not be told from a miss.
 */
final readonly class GuessLimit
{
    private const PATHS = '#^/(?:l|a)/|^/careers/alerts/#';
    private const WAIT_SECONDS = 600;
    private const MISSES = [Response::HTTP_NOT_FOUND, Response::HTTP_GONE];

    public function __construct(#[Target('guest_link')] private RateLimiterFactoryInterface $limit)
    {
    }

    #[AsEventListener(priority: 30)]
    public function before(RequestEvent $event): void
    {
        if ($event->isMainRequest() && self::guarded($event->getRequest()) && $this->isOver($event->getRequest())) {
            throw new TooManyRequestsHttpException(self::WAIT_SECONDS, 'Too many links that open nothing.');
        }
    }

    #[AsEventListener]
    public function after(ResponseEvent $event): void
    {
        $isMiss = \in_array($event->getResponse()->getStatusCode(), self::MISSES, true);
        if ($event->isMainRequest() && $isMiss && self::guarded($event->getRequest())) {
            $this->limit->create(self::who($event->getRequest()))->consume();
        }
    }

    private function isOver(Request $request): bool
    {
        return 0 >= $this->limit->create(self::who($request))->consume(0)->getRemainingTokens();
    }

    private static function guarded(Request $request): bool
    {
        return 1 === preg_match(self::PATHS, $request->getPathInfo());
    }

    private static function who(Request $request): string
    {
        return 'guess '.$request->getClientIp();
    }
}
