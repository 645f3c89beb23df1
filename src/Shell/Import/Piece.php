<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

/** What a piece of rows came to. */
final readonly class Piece
{
    /**
     * @param list<CellError> $errors
     * @param list<mixed>     $values of the good rows
     */
    public function __construct(public int $good, public int $bad, public array $errors, public array $values)
    {
    }

    /** @param array<int, ImportLine> $lines by their rows */
    public static function of(array $lines): self
    {
        $errors = $values = [];
        foreach ($lines as $row => $line) {
            if ($line->good()) {
                $values[] = $line->value;
            }
            foreach ($line->refusals as $refusal) {
                $errors[] = CellError::of($row, $refusal);
            }
        }

        return new self(\count($values), \count($lines) - \count($values), $errors, $values);
    }
}
