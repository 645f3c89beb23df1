<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Jorvent\Platform\Database\Db;

/** Gathers rows and writes them by the hundred. */
final class Bulk
{
    private const ROWS = 250;

    /** @var list<array<string, mixed>> */
    private array $rows = [];

    /**
     * @param array<string, string> $casts SQL types by column, for columns that need one
     * @param self|null             $first what these rows refer to, written before them
     */
    public function __construct(private readonly Db $db, private readonly string $table, private readonly array $casts = [], private readonly ?self $first = null)
    {
    }

    /** @param array<string, mixed> $row */
    public function add(array $row): void
    {
        $this->rows[] = $row;
        if (\count($this->rows) >= self::ROWS) {
            $this->flush();
        }
    }

    public function flush(): void
    {
        if ([] === $this->rows) {
            return;
        }
        $this->first?->flush();
        $columns = array_keys($this->rows[0]);
        $tuples = $parameters = [];
        foreach ($this->rows as $i => $row) {
            $cells = [];
            foreach ($columns as $column) {
                $cells[] = isset($this->casts[$column]) ? "CAST(:{$column}_$i AS {$this->casts[$column]})" : ":{$column}_$i";
                $value = $row[$column];
                $parameters["{$column}_$i"] = \is_array($value) || $value instanceof \stdClass ? json_encode($value, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE) : $value;
            }
            $tuples[] = '('.implode(', ', $cells).')';
        }
        $this->db->execute('INSERT INTO '.$this->table.' ('.implode(', ', $columns).') VALUES '.implode(', ', $tuples), $parameters);
        $this->rows = [];
    }
}
