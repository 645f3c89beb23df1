<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Doctrine\DBAL\Exception\DriverException;
use Jorvent\Platform\Database\Outage;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Twig\Environment;

/** Says what happened, what is kept and what to do; never a trace, a code or a path. */
#[AsEventListener(priority: -10)]
final readonly class ErrorPages
{
    private const AGAIN_SECONDS = 5;
    /** SQLSTATE numeric_value_out_of_range */
    private const OUT_OF_RANGE = '22003';

    public function __construct(
        private Environment $twig,
        private LoggerInterface $logger,
        #[Autowire('%kernel.debug%')] private bool $debug,
    ) {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $e = $event->getThrowable();
        if ($e instanceof AccessDeniedException || $e instanceof AuthenticationException) {
            return; // the firewall answers these: sign in, or 403 below
        }
        if (Outage::is($e)) {
            $this->logger->error('the database does not answer');
            $event->setResponse($this->unavailable());

            return;
        }
        $status = match (true) {
            $e instanceof HttpExceptionInterface => $e->getStatusCode(),
            // a number that no column takes, which no form sends and no address has
            $e instanceof DriverException && self::OUT_OF_RANGE === $e->getSQLState() => Response::HTTP_BAD_REQUEST,
            default => Response::HTTP_INTERNAL_SERVER_ERROR,
        };
        if (Turn::OUTDATED === $status) {
            $event->setResponse(new Response('', $status));

            return;
        }
        if (500 <= $status) {
            $this->logger->error(LoggedError::text($e), LoggedError::context($e));
            if ($this->debug) {
                return;
            }
        }
        $page = match (true) {
            'csrf' === $e->getMessage() => 'expired',
            400 === $status => 'bad_request',
            403 === $status => 'forbidden',
            404 === $status, 405 === $status => 'not_found',
            410 === $status => 'gone',
            413 === $status => 'too_large',
            429 === $status => 'too_many',
            default => 'failed',
        };
        $event->setResponse(new Response($this->twig->render('error.html.twig', ['page' => $page]), $status));
    }

    /** The database does not answer: the page says so and tries again by itself. No cookie, no session. */
    public function unavailable(): Response
    {
        return new Response(
            $this->twig->render('error.html.twig', ['page' => 'unavailable', 'again' => self::AGAIN_SECONDS]),
            Response::HTTP_SERVICE_UNAVAILABLE,
            ['Retry-After' => (string) self::AGAIN_SECONDS, 'Cache-Control' => 'no-store'],
        );
    }
}
