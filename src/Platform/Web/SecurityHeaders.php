<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Platform\Database\QueryCount;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/** Nothing inline, nothing from elsewhere, nothing cached that is about people. */
#[AsEventListener]
final readonly class SecurityHeaders
{
    public const POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:; connect-src 'self'; frame-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'";

    /** Two years, as browsers ask for it before they take a site in their list. */
    private const ONLY_TLS = 'max-age=63072000; includeSubDomains';

    public function __construct(private QueryCount $queries, private TokenStorageInterface $tokens)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $headers = $event->getResponse()->headers;
        $headers->set('Content-Security-Policy', $headers->get('Content-Security-Policy') ?? self::POLICY);
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Permissions-Policy', 'camera=(), microphone=(), geolocation=()');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        if ($event->getRequest()->isSecure()) {
            $headers->set('Strict-Transport-Security', self::ONLY_TLS);
        }
        if (null === $this->tokens->getToken()?->getUser()) {
            return;
        }
        // pages of staff are about people: nothing of them stays in a browser after signing out
        $headers->set('Cache-Control', 'no-store, private');
        $started = $event->getRequest()->server->get('REQUEST_TIME_FLOAT');
        if (is_numeric($started)) {
            $headers->set('Server-Timing', ltrim($headers->get('Server-Timing').', ', ', ').\sprintf('app;dur=%.1f, db;desc="%d queries"', 1000 * (microtime(true) - (float) $started), $this->queries->count()));
        }
    }
}
