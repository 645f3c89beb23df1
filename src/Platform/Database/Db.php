<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;
use Doctrine\Persistence\ManagerRegistry;
use Jorvent\Core\Shared\Refused;

/** SQL for the reading side and for tables without an entity; the entities are for what changes by rules. */
final readonly class Db
{
    private const MOMENT = 'Y-m-d H:i:s.uP';
    private const SAME_ROW = 'same_row';

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private Plans $plans,
        private ManagerRegistry $managers,
    ) {
    }

    /**
     * @param array<string, mixed> $parameters lists of numbers or of strings may stand in an IN (:name)
     *
     * @return list<Record>
     */
    public function rows(string $sql, array $parameters = []): array
    {
        [$parameters, $types] = $this->bind($parameters);

        return array_map(static fn (array $row): Record => new Record($row), $this->connection->fetchAllAssociative($sql, $parameters, $types));
    }

    /**
     * As rows(), for a statement whose planning takes longer than its running: planned once, and kept with the connection, which outlives the request.
     *
     * @param array<string, int|string|bool|\DateTimeInterface|null> $parameters
     *
     * @return list<Record>
     */
    public function planned(string $sql, array $parameters = []): array
    {
        $parameters = array_map(static fn (mixed $v): mixed => $v instanceof \DateTimeInterface ? $v->format(self::MOMENT) : $v, $parameters);

        return array_map(static fn (array $row): Record => new Record($row), $this->connection->fetchAllAssociative($this->plans->call($this->connection, $sql, $parameters)));
    }

    /** @param array<string, mixed> $parameters */
    public function row(string $sql, array $parameters = []): ?Record
    {
        [$parameters, $types] = $this->bind($parameters);
        $row = $this->connection->fetchAssociative($sql, $parameters, $types);

        return false === $row ? null : new Record($row);
    }

    /** @param array<string, mixed> $parameters */
    public function int(string $sql, array $parameters = []): int
    {
        [$parameters, $types] = $this->bind($parameters);
        $value = $this->connection->fetchOne($sql, $parameters, $types);

        return is_numeric($value) ? (int) $value : 0;
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return int rows touched
     */
    public function execute(string $sql, array $parameters = []): int
    {
        [$parameters, $types] = $this->bind($parameters);

        return (int) $this->connection->executeStatement($sql, $parameters, $types);
    }

    /**
     * @param array<string, mixed> $values by column; arrays are stored as JSON
     *
     * @return int the new row's id
     */
    public function insert(string $table, array $values): int
    {
        $columns = array_keys($values);

        return $this->int(\sprintf('INSERT INTO %s (%s) VALUES (:%s) RETURNING id', $table, implode(', ', $columns), implode(', :', $columns)), array_map(self::json(...), $values));
    }

    /**
     * All of it or nothing: what the work changed through entities and SQL is saved and committed together. What is
     * refused (by a rule, by a constraint, by a version that someone else changed) leaves an open and empty manager
     * behind, so that the page can be drawn.
     *
     * @template T
     *
     * @param callable(): T $work
     * @param string|null   $clash the refusal for whichever constraint is violated, where an act has one word for all
     *
     * @return T
     */
    public function transaction(callable $work, ?string $clash = null): mixed
    {
        $this->connection->beginTransaction();
        try {
            $result = $work();
            $this->entities->flush();
            $this->connection->commit();

            return $result;
        } catch (\Throwable $e) {
            if ($this->connection->isTransactionActive()) {
                $this->connection->rollBack();
            }
            $this->entities->isOpen() ? $this->entities->clear() : $this->managers->resetManager();
            throw match (true) {
                $e instanceof OptimisticLockException => Refused::because('changed_since'),
                $e instanceof DriverException => Refusals::of($e, $clash) ?? $e,
                default => $e,
            };
        }
    }

    /**
     * As transaction(). When someone else makes the same row at the same moment the work is done once more, and finds it.
     *
     * @template T
     *
     * @param callable(): T $work
     *
     * @return T
     */
    public function again(callable $work): mixed
    {
        try {
            return $this->transaction($work, self::SAME_ROW);
        } catch (Refused $refused) {
            if (self::SAME_ROW !== $refused->refusals[0]->code) {
                throw $refused;
            }

            return $this->transaction($work);
        }
    }

    /** @param list<string> $values as an array of texts, to be cast to its type */
    public static function array(array $values): string
    {
        return '{'.implode(',', array_map(static fn (string $v): string => '"'.addcslashes($v, '"\\').'"', $values)).'}';
    }

    private static function json(mixed $value): mixed
    {
        return \is_array($value) || $value instanceof \stdClass ? json_encode($value, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES) : $value;
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return array{array<string, mixed>, array<string, ArrayParameterType|\Doctrine\DBAL\ParameterType>}
     */
    private function bind(array $parameters): array
    {
        $types = [];
        foreach ($parameters as $name => $value) {
            if (\is_array($value)) {
                $types[$name] = \is_int($value[array_key_first($value)] ?? null) ? ArrayParameterType::INTEGER : ArrayParameterType::STRING;
                $parameters[$name] = [] === $value ? [null] : $value;
            } elseif (\is_bool($value)) {
                $types[$name] = \Doctrine\DBAL\ParameterType::BOOLEAN;
            } elseif ($value instanceof \DateTimeInterface) {
                $parameters[$name] = $value->format(self::MOMENT);
            } elseif ($value instanceof \BackedEnum) {
                $parameters[$name] = $value->value;
            }
        }

        return [$parameters, $types];
    }
}
