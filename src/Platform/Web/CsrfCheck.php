<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/** Every request that changes something carries a token: of the session on staff pages, by origin on public ones. Checked here for all doors at once. */
#[AsEventListener(priority: 5)]
final readonly class CsrfCheck
{
    public const STAFF = 'act';
    public const PUBLIC = 'public';
    /** No browser comes here: the body is signed with a key of the sender, which the door itself checks. */
    public const SIGNED = 'signed';

    public function __construct(private CsrfTokenManagerInterface $tokens)
    {
    }

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe() || self::SIGNED === $request->attributes->get('_csrf')) {
            return;
        }
        $id = 'public' === $request->attributes->get('_csrf') ? self::PUBLIC : self::STAFF;
        $sent = $request->headers->get('X-CSRF-Token') ?? $request->request->getString('_token');
        if (!$this->tokens->isTokenValid(new CsrfToken($id, $sent))) {
            throw new AccessDeniedHttpException('csrf');
        }
    }
}
