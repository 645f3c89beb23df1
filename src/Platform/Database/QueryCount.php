<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractStatementMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;

/** Counts the statements sent to the database, for the limit per page. */
final class QueryCount implements Middleware
{
    /** of this process: a connection may outlive the container that counts */
    private static int $count = 0;

    public function add(): void
    {
        ++self::$count;
    }

    public function count(): int
    {
        return self::$count;
    }

    public function reset(): void
    {
        self::$count = 0;
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, $this) extends AbstractDriverMiddleware {
            public function __construct(Driver $driver, private readonly QueryCount $counter)
            {
                parent::__construct($driver);
            }

            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                return new class(parent::connect($params), $this->counter) extends AbstractConnectionMiddleware {
                    public function __construct(Connection $connection, private readonly QueryCount $counter)
                    {
                        parent::__construct($connection);
                    }

                    public function query(string $sql): Result
                    {
                        $this->counter->add();

                        return parent::query($sql);
                    }

                    public function exec(string $sql): int|string
                    {
                        // a plan is made once for a connection, which outlives the request
                        if (!str_starts_with($sql, 'PREPARE ')) {
                            $this->counter->add();
                        }

                        return parent::exec($sql);
                    }

                    public function prepare(string $sql): Statement
                    {
                        return new class(parent::prepare($sql), $this->counter) extends AbstractStatementMiddleware {
                            public function __construct(Statement $statement, private readonly QueryCount $counter)
                            {
                                parent::__construct($statement);
                            }

                            public function execute(): Result
                            {
                                $this->counter->add();

                                return parent::execute();
                            }
                        };
                    }
                };
            }
        };
    }
}
