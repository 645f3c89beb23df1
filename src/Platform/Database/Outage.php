<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Driver\Exception as DriverException;
use Doctrine\DBAL\Exception\ConnectionException;
use Jorvent\Platform\Web\ErrorPages;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/**
 * Asks before anything else whether the database answers: a connection that died is opened anew once, and when there is none the answer is
 * 503, before a session is touched, so that nobody is signed out by an outage.
 */
final readonly class Outage
{
    /** Classes of SQLSTATE that say that there is no connection (08) or that the server is going away or coming up (57P). */
    private const STATES = '/^(?:08|57P0[1-3])/';

    public function __construct(private Connection $connection, private ErrorPages $pages)
    {
    }

    #[AsEventListener(priority: 300)]
    public function before(RequestEvent $event): void
    {
        if (!$event->isMainRequest() || '/health' === $event->getRequest()->getPathInfo() || $this->answers()) {
            return;
        }
        $event->setResponse($this->pages->unavailable());
    }

    public function answers(): bool
    {
        if ($this->ask()) {
            return true;
        }
        $this->connection->close();

        return $this->ask();
    }

    public static function is(\Throwable $e): bool
    {
        for ($one = $e; null !== $one; $one = $one->getPrevious()) {
            if ($one instanceof ConnectionException || ($one instanceof DriverException && 1 === preg_match(self::STATES, (string) $one->getSQLState()))) {
                return true;
            }
        }

        return false;
    }

    private function ask(): bool
    {
        try {
            $native = $this->connection->getNativeConnection();

            // asked past what counts and logs statements: it is none of the page's
            return !$native instanceof \PDO || false !== @$native->query('SELECT 1');
        } catch (\PDOException|\Doctrine\DBAL\Exception) {
            return false;
        }
    }
}
