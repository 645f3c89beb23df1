<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists;

/** A list as its page defines it: columns, tables, what narrows it. */
final readonly class Listing
{
    /**
     * @param list<Column>          $columns    the first is always shown
     * @param string                $from       tables and joins
     * @param string                $id         expression of a unique number, the tie-breaker of every sort
     * @param list<string>          $where      conditions, all of which must hold
     * @param array<string, mixed>  $parameters of these
     * @param list<string>          $searched   expressions in which the words typed are looked for
     * @param array<string, string> $extra      further expressions each row brings, by name
     */
    public function __construct(
        public string $name,
        public array $columns,
        public string $from,
        public string $id,
        public array $where = [],
        public array $parameters = [],
        public array $searched = [],
        public string $sort = '',
        public bool $descending = false,
        public array $extra = [],
    ) {
    }

    public function column(string $key): ?Column
    {
        foreach ($this->columns as $column) {
            if ($column->key === $key) {
                return $column;
            }
        }

        return null;
    }
}
