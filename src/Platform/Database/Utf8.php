<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/** The database is in UTF-8 and speaks it: saying so at the beginning of each request is a statement for nothing. */
final class Utf8 implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                unset($params['charset']);

                return parent::connect($params);
            }
        };
    }
}
