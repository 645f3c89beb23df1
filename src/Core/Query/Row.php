<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Terms standing next to each other in this order; one term is a plain word. With $prefix the last term only has to begin so; with $field (one of Document::FIELDS) they stand in that field. */
final readonly class Row implements Node
{
    /** @param non-empty-list<string> $terms */
    public function __construct(public array $terms, public bool $prefix = false, public string $written = '', public string $field = '')
    {
    }

    /** @return non-empty-list<string> the terms as a Document holds them */
    public function lexemes(): array
    {
        return '' === $this->field ? $this->terms : array_map(fn (string $t): string => $this->field.':'.$t, $this->terms);
    }
}
