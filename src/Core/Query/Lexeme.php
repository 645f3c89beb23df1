<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** A piece of the written query: one of the KINDS, with what it says and where (bytes). */
final readonly class Lexeme
{
    public const WORD = 'word';
    public const PHRASE = 'phrase';
    public const AND = 'AND';
    public const OR = 'OR';
    public const NOT = 'NOT';
    public const OPEN = '(';
    public const CLOSE = ')';
    public const FIELD = 'field';

    public function __construct(public string $kind, public string $text, public int $start, public int $length, public bool $prefix = false)
    {
    }

    public function end(): int
    {
        return $this->start + $this->length;
    }
}
