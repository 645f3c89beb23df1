<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists;

use Jorvent\Platform\Database\Record;

/** A column of a list: what it is called, where it comes from, how it sorts. */
final readonly class Column
{
    /**
     * @param string                $sql  an expression over the list's tables, never from a request
     * @param 'text'|'number'|'day' $kind
     * @param bool                  $drawn a picture: neither sorted by nor given out
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $sql,
        public string $kind = 'text',
        public bool $shown = true,
        public bool $drawn = false,
    ) {
    }

    /** What a row has in it. */
    public function of(Record $row): string|int|null
    {
        return 'number' === $this->kind ? $row->intOrNull($this->key) : $row->strOrNull($this->key);
    }

    /** The expression with nothing left empty, so that it can be compared row by row. */
    public function sortable(): string
    {
        return match ($this->kind) {
            'number' => "coalesce($this->sql, -1)",
            'day' => "coalesce($this->sql, date '0001-01-01')",
            'text' => "coalesce(lower($this->sql), '')",
        };
    }

    public function cast(): string
    {
        return ['number' => 'numeric', 'day' => 'date', 'text' => 'text'][$this->kind];
    }
}
