<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Shared\Refusal;

/** When these clauses hold, these posts are asked, at this place in the order. */
final readonly class ApprovalRule
{
    public const MAX_RANK = 9;

    /**
     * @param list<ApprovalCondition> $conditions none means always
     * @param bool                    $all        all clauses, not any of them
     * @param list<Post>              $posts
     * @param bool                    $anyOf      one of the posts is enough
     */
    public function __construct(public int $id, public string $name, public int $rank, public array $conditions, public bool $all, public array $posts, public bool $anyOf)
    {
    }

    /** @return list<Refusal> at name, rank, posts or conditions */
    public function blockers(): array
    {
        $unsound = array_filter($this->conditions, static fn (ApprovalCondition $c): bool => !$c->isSound());

        return [
            ...'' === $this->name ? [new Refusal('name', 'missing')] : [],
            ...$this->rank < 1 || $this->rank > self::MAX_RANK ? [new Refusal('rank', 'rank_out_of_range')] : [],
            ...[] === $this->posts ? [new Refusal('posts', 'missing')] : [],
            ...[] === $unsound ? [] : [new Refusal('conditions', 'clause_unreadable')],
        ];
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
