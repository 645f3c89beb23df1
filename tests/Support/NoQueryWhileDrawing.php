<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;

/** A page has what it shows before it is drawn: a query while a template runs fails the test that draws it. */
final readonly class NoQueryWhileDrawing implements Driver\Middleware
{
    public function __construct(private RenderWatch $watch)
    {
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, $this->check(...)) extends AbstractDriverMiddleware {
            /** @param \Closure(string): void $check */
            public function __construct(Driver $driver, private readonly \Closure $check)
            {
                parent::__construct($driver);
            }

            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                return new class(parent::connect($params), $this->check) extends AbstractConnectionMiddleware {
                    /** @param \Closure(string): void $check */
                    public function __construct(Connection $connection, private readonly \Closure $check)
                    {
                        parent::__construct($connection);
                    }

                    public function query(string $sql): Result
                    {
                        ($this->check)($sql);

                        return parent::query($sql);
                    }

                    public function exec(string $sql): int|string
                    {
                        ($this->check)($sql);

                        return parent::exec($sql);
                    }

                    public function prepare(string $sql): Statement
                    {
                        ($this->check)($sql);

                        return parent::prepare($sql);
                    }
                };
            }
        };
    }

    private function check(string $sql): void
    {
        $template = $this->watch->template();
        if (null !== $template) {
            throw new \LogicException("A query while $template is drawn: ".mb_substr($sql, 0, 200));
        }
    }
}
