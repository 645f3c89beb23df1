<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;
use Jorvent\Tests\Measures\Foreign;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Notes which class sends which statement, as it is run: a query builder and a joined string too. What a module reads and writes of the
 * tables of others stands in JORVENT_VAR/statements when the tests end, and bin/lib/statements.php holds it to its ceiling.
 */
final class StatementWatch implements Driver\Middleware
{
    private const FRAMES = 40;

    /** @var array<string, true> by "kind class table" */
    private static array $noted = [];
    /** @var array<string, true> statements that were looked at, by class and hash */
    private static array $seen = [];
    private static bool $written = false;

    public function __construct(#[Autowire('%env(JORVENT_VAR)%/statements')] string $folder)
    {
        if (!self::$written) {
            self::$written = true;
            register_shutdown_function(static function () use ($folder): void {
                @mkdir($folder);
                file_put_contents($folder.'/'.getmypid().'.txt', implode("\n", array_keys(self::$noted))."\n");
            });
        }
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, self::note(...)) extends AbstractDriverMiddleware {
            /** @param \Closure(string): void $note */
            public function __construct(Driver $driver, private readonly \Closure $note)
            {
                parent::__construct($driver);
            }

            public function connect(#[\SensitiveParameter] array $params): Connection
            {
                return new class(parent::connect($params), $this->note) extends AbstractConnectionMiddleware {
                    /** @param \Closure(string): void $note */
                    public function __construct(Connection $connection, private readonly \Closure $note)
                    {
                        parent::__construct($connection);
                    }

                    public function query(string $sql): Result
                    {
                        ($this->note)($sql);

                        return parent::query($sql);
                    }

                    public function exec(string $sql): int|string
                    {
                        ($this->note)($sql);

                        return parent::exec($sql);
                    }

                    public function prepare(string $sql): Statement
                    {
                        ($this->note)($sql);

                        return parent::prepare($sql);
                    }
                };
            }
        };
    }

    private static function note(string $sql): void
    {
        $class = self::sender();
        $once = $class.' '.hash('xxh3', $sql);
        if (null === $class || isset(self::$seen[$once])) {
            return;
        }
        self::$seen[$once] = true;
        foreach (Foreign::tables($class, $sql) as [$kind, $table]) {
            self::$noted["$kind $class $table"] = true;
        }
    }

    /** @return string|null the class of ours that asked, past what all of them ask through */
    private static function sender(): ?string
    {
        foreach (debug_backtrace(\DEBUG_BACKTRACE_IGNORE_ARGS, self::FRAMES) as $frame) {
            $class = $frame['class'] ?? '';
            if (str_starts_with($class, 'Jorvent\\Tests\\') && !str_starts_with($class, __CLASS__)) {
                return null;
            }
            if (1 === preg_match('/^Jorvent\\\\(?!Tests\\\\|Platform\\\\Database\\\\)/', $class)) {
                return $class;
            }
        }

        return null;
    }
}
