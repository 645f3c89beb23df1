<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** The rules by which briefs are approved, as an admin writes them. */
final readonly class ApprovalRules
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return list<ApprovalRule> by rank */
    public function all(): array
    {
        return array_map(self::rule(...), $this->db->rows('SELECT * FROM approval_rule WHERE retired_at IS NULL ORDER BY rank, id'));
    }

    public function save(ApprovalRule $rule): int
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $rule->name ? new Refusal('name', 'missing') : null, $rule->rank < 1 || $rule->rank > 9 ? new Refusal('rank', 'rank_out_of_range') : null, [] === $rule->posts ? new Refusal('posts', 'missing') : null,
            [] !== array_filter($rule->conditions, static fn (ApprovalCondition $c): bool => !$c->isSound()) ? new Refusal('conditions', 'clause_unreadable') : null,
        ])));

        return $this->db->transaction(function () use ($rule): int {
            $values = ['name' => $rule->name, 'rank' => $rule->rank, 'conditions' => array_map(static fn (ApprovalCondition $c): array => ['fact' => $c->fact, 'operator' => $c->operator, 'value' => $c->value], $rule->conditions), 'all_of' => $rule->all, 'posts' => array_map(static fn (Post $p): string => $p->value, $rule->posts), 'any_of' => $rule->anyOf, 'saved_at' => $this->clock->now()];
            // a rule is replaced, not changed, so that approvals asked under the old one still say why
            if (0 !== $rule->id) {
                $this->db->execute('UPDATE approval_rule SET retired_at = :now WHERE id = :id', ['now' => $this->clock->now(), 'id' => $rule->id]);
            }
            $id = $this->db->insert('approval_rule', $values);
            $this->log->record('rules.approval_saved', 'rules', $id, change: ['before' => $rule->id, 'name' => $rule->name]);

            return $id;
        });
    }

    public function retire(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            if (1 === \count($this->all())) {
                throw Refused::because('last_rule');
            }
            $this->db->execute('UPDATE approval_rule SET retired_at = :now WHERE id = :id', ['now' => $this->clock->now(), 'id' => $id]);
            $this->log->record('rules.approval_retired', 'rules', $id);
        });
    }

    private static function rule(Record $r): ApprovalRule
    {
        $conditions = [];
        foreach ($r->objects('conditions') as $c) {
            $value = $c['value'] ?? 0;
            $conditions[] = new ApprovalCondition(\is_string($c['fact'] ?? null) ? $c['fact'] : '', \is_string($c['operator'] ?? null) ? $c['operator'] : '', \is_int($value) || \is_string($value) ? $value : 0);
        }

        return new ApprovalRule($r->int('id'), $r->str('name'), $r->int('rank'), $conditions, $r->bool('all_of'), array_values(array_filter(array_map(static fn (string $p): ?Post => Post::tryFrom($p), $r->strings('posts')))), $r->bool('any_of'));
    }
}
