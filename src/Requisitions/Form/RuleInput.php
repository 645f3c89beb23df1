<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\Post;

/** An approval rule as it is typed. */
final class RuleInput
{
    private const CLAUSES = 4;
    /** Where a new rule stands in the order: after the first. */
    private const USUAL_RANK = 2;

    public ?string $rule = null;
    public ?string $name = null;
    public ?int $rank = self::USUAL_RANK;
    public ?HowMany $clauses = HowMany::All;
    /** @var list<ClauseInput> */
    public array $conditions = [];
    public ?HowMany $of = HowMany::All;
    /** @var list<Post> */
    public array $posts = [];

    public function __construct(?ApprovalRule $rule)
    {
        if (null !== $rule) {
            [$this->rule, $this->name, $this->rank] = [(string) $rule->id, $rule->name, $rule->rank];
            $this->clauses = $rule->all ? HowMany::All : HowMany::Any;
            $this->of = $rule->anyOf ? HowMany::Any : HowMany::All;
            $this->conditions = array_map(ClauseInput::of(...), $rule->conditions);
            $this->posts = $rule->posts;
        }
        while (\count($this->conditions) < self::CLAUSES) {
            $this->conditions[] = new ClauseInput();
        }
    }

    public function typed(): ApprovalRule
    {
        $clauses = array_filter($this->conditions, static fn (ClauseInput $one): bool => null !== $one->fact);

        return new ApprovalRule(
            (int) $this->rule,
            $this->name ?? '',
            $this->rank ?? 0,
            array_values(array_map(static fn (ClauseInput $one): ApprovalCondition => $one->condition(), $clauses)),
            HowMany::Any !== $this->clauses,
            array_values($this->posts),
            HowMany::Any === $this->of,
        );
    }
}
