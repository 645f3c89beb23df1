<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** Two people changed the same thing since a version both know: what only one of them changed is taken, what both changed differently is a conflict. */
final readonly class FieldMerge
{
    /**
     * @param array<string, mixed> $merged    every field; in conflict the value of "theirs", which is what stands
     * @param list<string>         $conflicts fields changed differently on both sides
     * @param list<string>         $taken     fields the other side alone changed
     */
    private function __construct(public array $merged, public array $conflicts, public array $taken)
    {
    }

    /**
     * Values are compared as they are; all three hold the same fields.
     *
     * @param array<string, mixed> $base
     * @param array<string, mixed> $mine
     * @param array<string, mixed> $theirs
     */
    public static function of(array $base, array $mine, array $theirs): self
    {
        $merged = $conflicts = $taken = [];
        foreach ($theirs as $field => $value) {
            $before = $base[$field] ?? null;
            $own = $mine[$field] ?? null;
            if ($own === $value || $own === $before) {
                $merged[$field] = $value;
                if ($own !== $value) {
                    $taken[] = $field;
                }
            } elseif ($value === $before) {
                $merged[$field] = $own;
            } else {
                $merged[$field] = $value;
                $conflicts[] = $field;
            }
        }

        return new self($merged, $conflicts, $taken);
    }
}
