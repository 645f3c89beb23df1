<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** What a written query came to: a tree (null when it is empty or broken beyond use) and all that is to be said about it. */
final readonly class ParsedQuery
{
    /**
     * @param list<Problem> $problems
     * @param string        $text     as it was read: full-width forms made plain; the problems' places are in it
     */
    public function __construct(public ?Node $node, public array $problems, public string $text = '')
    {
    }

    /** @return list<Problem> */
    public function errors(): array
    {
        return array_values(array_filter($this->problems, static fn (Problem $p): bool => !$p->code->isHint()));
    }

    /** @return list<Node> the conditions that must all hold: the rows of the yield ladder */
    public function conjuncts(): array
    {
        return match (true) {
            null === $this->node => [],
            $this->node instanceof All => $this->node->nodes,
            default => [$this->node],
        };
    }
}
