<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Symfony\Contracts\Service\ResetInterface;

/** What may be changed once a brief is approved: freely, by asking again, or not at all. An admin sets it by field. */
final class FieldRules implements ResetInterface
{
    public const RULES = ['free', 'asks', 'closed'];
    private const FREE = ['title', 'recruiter', 'partner', 'targetOn', 'wishes', 'benefits', 'category', 'description', 'visibility', 'industry'];

    /** @var array<string, string>|null */
    private ?array $rules = null;

    public function __construct(private readonly Db $db, private readonly ActivityLog $log)
    {
    }

    /** @return array<string, string> rule by field, in the order of the page */
    public function all(): array
    {
        if (null === $this->rules) {
            $this->rules = [];
            foreach (Brief::FIELDS as $field) {
                $this->rules[$field] = \in_array($field, self::FREE, true) ? 'free' : ('requester' === $field || 'openedOn' === $field ? 'closed' : 'asks');
            }
            foreach ($this->db->rows('SELECT field, after_approval FROM brief_field_rule') as $row) {
                if (isset($this->rules[$row->str('field')])) {
                    $this->rules[$row->str('field')] = $row->str('after_approval');
                }
            }
        }

        return $this->rules;
    }

    /** @return list<string> */
    public function fields(string $rule): array
    {
        return array_keys(array_filter($this->all(), static fn (string $r): bool => $r === $rule));
    }

    /** @param array<string, string> $rules */
    public function set(array $rules): void
    {
        $this->db->transaction(function () use ($rules): void {
            $before = $this->all();
            foreach ($rules as $field => $rule) {
                if (isset($before[$field]) && \in_array($rule, self::RULES, true) && $before[$field] !== $rule) {
                    $this->db->execute('INSERT INTO brief_field_rule (field, after_approval) VALUES (:f, :r) ON CONFLICT (field) DO UPDATE SET after_approval = EXCLUDED.after_approval', ['f' => $field, 'r' => $rule]);
                    $this->log->record('rules.set', 'rules', 0, change: ['before' => [$field => $before[$field]], 'after' => [$field => $rule]]);
                }
            }
            $this->rules = null;
        });
    }

    public function reset(): void
    {
        $this->rules = null;
    }
}
