<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** When these clauses hold, these posts are asked, at this place in the order. */
final readonly class ApprovalRule
{
    /**
     * @param list<ApprovalCondition> $conditions none means always
     * @param bool                    $all        all clauses, not any of them
     * @param list<Post>              $posts
     * @param bool                    $anyOf      one of the posts is enough
     */
    public function __construct(public int $id, public string $name, public int $rank, public array $conditions, public bool $all, public array $posts, public bool $anyOf)
    {
    }

    /**
     * @param array<string, int|string|null> $facts
     *
     * @return list<ApprovalCondition>|null the clauses that hold, null when the rule does not
     */
    public function because(array $facts): ?array
    {
        $held = array_values(array_filter($this->conditions, static fn (ApprovalCondition $c): bool => $c->holds($facts)));

        return [] === $this->conditions || ($this->all ? \count($held) === \count($this->conditions) : [] !== $held) ? $held : null;
    }
}
