<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Doctrine\DBAL\Driver\Exception as DriverException;
use Doctrine\DBAL\Exception as DatabaseException;

/** What the log says of an error: what kind and where, and its message only when that is our own text. Messages of a database quote values of people. */
final class LoggedError
{
    private const STEPS = 12;

    public static function text(\Throwable $e): string
    {
        $database = self::database($e);
        if (null === $database) {
            return $e instanceof \Error || $e instanceof \LogicException ? $e::class.': '.$e->getMessage() : $e::class;
        }
        preg_match('/constraint "([a-z0-9_]{1,63})"/', $database->getMessage(), $named);

        return $e::class.': SQLSTATE '.($database instanceof DriverException ? $database->getSQLState() : '?').(isset($named[1]) ? ', constraint '.$named[1] : '');
    }

    /** @return array{at: string, through: list<string>} files and lines; no arguments */
    public static function context(\Throwable $e): array
    {
        $through = [];
        foreach (\array_slice($e->getTrace(), 0, self::STEPS) as $step) {
            $through[] = (isset($step['class']) ? $step['class'].'::' : '').$step['function'].(isset($step['line']) ? ':'.$step['line'] : '');
        }

        return ['at' => $e->getFile().':'.$e->getLine(), 'through' => $through];
    }

    private static function database(\Throwable $e): ?\Throwable
    {
        for ($one = $e; null !== $one; $one = $one->getPrevious()) {
            if ($one instanceof DatabaseException || $one instanceof \PDOException || $one instanceof DriverException) {
                return $one;
            }
        }

        return null;
    }
}
