<?php

declare(strict_types=1);

namespace Jorvent\Core\Federation;

use Jorvent\Core\Search\Kind;

/** What an outside database understands of a search. Words joined by AND are the least any of them does. */
final readonly class Abilities
{
    /**
     * @param bool       $or       alternatives, and brackets with them
     * @param bool       $not      leaving out, of a single word at least
     * @param list<Kind> $criteria of which it compares the plain form: years from, towns by name, active within months
     */
    public function __construct(public bool $or = false, public bool $not = false, public bool $phrases = false, public bool $prefixes = false, public array $criteria = [])
    {
    }
}
