<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists;

/** What someone asked of a list: words, sort, columns, and after which row to go on. */
final readonly class ListState
{
    /** @param list<Column> $columns shown, in their order */
    public function __construct(
        public string $words,
        public Column $sort,
        public bool $descending,
        public array $columns,
        public ?string $after,
    ) {
    }

    public function shows(string $key): bool
    {
        return [] !== array_filter($this->columns, static fn (Column $c): bool => $c->key === $key);
    }

    /** @return string the sort as it stands in an address: "-title" is title, downwards */
    public function sortKey(): string
    {
        return ($this->descending ? '-' : '').$this->sort->key;
    }

    /** @return string the sort that a click on a column's head asks for */
    public function sortBy(Column $column): string
    {
        return ($column->key === $this->sort->key && !$this->descending ? '-' : '').$column->key;
    }
}
