<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** A field in which two records differ, and whose word will hold when they are joined. */
final readonly class JoiningLine
{
    /**
     * @param string|null $kept  of the record that stays
     * @param string|null $other of the other
     * @param bool        $wins  whether the other's is taken over
     */
    public function __construct(public string $field, public ?string $kept, public ?string $other, public bool $wins)
    {
    }
}
