<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Accounts\Access\Permission;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What rows of a table can become. */
#[AutoconfigureTag]
interface ImportKind
{
    public function key(): string;

    public function permission(): Permission;

    /** @return array<string, list<string>> names of columns by field, as ColumnMatch knows them */
    public function fields(): array;

    /** @return array<string, list<string>> fields of which at least one has a column, by the one that is asked for */
    public function needed(): array;

    /** @return list<string> what the preview shows of a good row, in order */
    public function shown(): array;

    /**
     * Everything looked up once for all rows.
     *
     * @param array<string, int> $mapping column by field
     *
     * @return callable(list<string>): ImportLine
     */
    public function reader(array $mapping, int $account): callable;

    /**
     * Writes the values of good lines; run in the transaction of the piece.
     *
     * @param list<mixed> $values
     */
    public function write(array $values, int $import, int $account): void;

    /** @return array{string, array<string, string>} route and parameters of where what was written is seen */
    public function after(): array;

    /** @return array{string, array<string, string>} route and parameters of where one begins */
    public function before(): array;
}
