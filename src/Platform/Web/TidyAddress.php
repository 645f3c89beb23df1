<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/** An address with a slash at its end, or with two where one belongs, leads to the page that is meant. Before the router, on this host only. */
#[AsEventListener(priority: 40)]
final readonly class TidyAddress
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $path = $request->getPathInfo();
        $tidy = '/'.trim((string) preg_replace('~/{2,}+~', '/', $path), '/');
        if (!$event->isMainRequest() || !$request->isMethodSafe() || $tidy === $path) {
            return;
        }
        $query = $request->getQueryString();
        $event->setResponse(new RedirectResponse($tidy.(null === $query ? '' : '?'.$query), Response::HTTP_MOVED_PERMANENTLY));
    }
}
