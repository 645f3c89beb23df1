<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\Connection;

/** Statements prepared by name in the connection (no colon may stand in them besides those of parameters and casts), which a web server's worker keeps from request to request. A request asks once which there are. */
final class Plans
{
    /** @var array<string, true>|null names of those that are there; null before it was asked */
    private ?array $known = null;

    /**
     * Prepares a statement where it is not yet.
     *
     * @param array<string, int|string|bool|null> $parameters by the names they have in the statement
     *
     * @return string what runs it
     */
    public function call(Connection $connection, string $sql, array $parameters): string
    {
        $name = 'plan_'.hash('xxh3', $sql);
        $order = [];
        $numbered = (string) preg_replace_callback('/(?<!:):([a-z][a-z0-9_]*)/i', static function (array $m) use (&$order): string {
            $at = array_search($m[1], $order, true);
            if (false === $at) {
                $order[] = $m[1];
                $at = \count($order) - 1;
            }

            return '$'.($at + 1);
        }, $sql);
        $this->known ??= array_fill_keys(array_filter($connection->fetchFirstColumn("SELECT name FROM pg_prepared_statements WHERE name LIKE 'plan\\_%'"), is_string(...)), true);
        if (!isset($this->known[$name])) {
            $connection->executeStatement("PREPARE $name AS $numbered");
            $this->known[$name] = true;
        }
        $values = array_map(static fn (string $p): string => self::literal($connection, $parameters[$p] ?? null), $order);

        return "EXECUTE $name".([] === $values ? '' : ' ('.implode(', ', $values).')');
    }

    private static function literal(Connection $connection, int|string|bool|null $value): string
    {
        return match (true) {
            null === $value => 'NULL',
            \is_bool($value) => $value ? 'true' : 'false',
            default => $connection->quote((string) $value),
        };
    }
}
