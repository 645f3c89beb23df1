<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;

/** Sees each statement before it goes to the database. */
abstract class EachStatement implements Driver\Middleware
{
    abstract protected function see(string $sql): void;

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, $this->see(...)) extends AbstractDriverMiddleware {
            /** @param \Closure(string): void $see */
            public function __construct(Driver $driver, private readonly \Closure $see)
            {
                parent::__construct($driver);
            }

            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                return new class(parent::connect($params), $this->see) extends AbstractConnectionMiddleware {
                    /** @param \Closure(string): void $see */
                    public function __construct(Connection $connection, private readonly \Closure $see)
                    {
                        parent::__construct($connection);
                    }

                    public function query(string $sql): Result
                    {
                        ($this->see)($sql);

                        return parent::query($sql);
                    }

                    public function exec(string $sql): int|string
                    {
                        ($this->see)($sql);

                        return parent::exec($sql);
                    }

                    public function prepare(string $sql): Statement
                    {
                        ($this->see)($sql);

                        return parent::prepare($sql);
                    }
                };
            }
        };
    }
}
