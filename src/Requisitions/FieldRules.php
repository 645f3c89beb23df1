<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\FieldRule;
use Symfony\Contracts\Service\ResetInterface;

/** What may be changed once a brief is approved: freely, by asking again, or not at all. An admin sets it by field. */
final class FieldRules implements ResetInterface
{
    /** @var array<string, AfterApproval>|null */
    private ?array $rules = null;

    public function __construct(
        private readonly Db $db,
        private readonly EntityManagerInterface $entities,
        private readonly ActivityLog $log,
    ) {
    }

    /** @return array<string, AfterApproval> by field, in the order of the page */
    public function all(): array
    {
        if (null === $this->rules) {
            $this->rules = [];
            foreach (Brief::fields() as $field) {
                $this->rules[$field] = AfterApproval::usual($field);
            }
            foreach ($this->entities->getRepository(FieldRule::class)->findAll() as $chosen) {
                if (isset($this->rules[$chosen->field])) {
                    $this->rules[$chosen->field] = $chosen->afterApproval;
                }
            }
        }

        return $this->rules;
    }

    /** @return list<string> */
    public function fields(AfterApproval $rule): array
    {
        return array_keys(array_filter($this->all(), static fn (AfterApproval $one): bool => $one === $rule));
    }

    /** @param array<string, AfterApproval> $rules by field */
    public function set(array $rules): void
    {
        $this->db->transaction(function () use ($rules): void {
            $before = $this->all();
            foreach ($rules as $field => $rule) {
                if (isset($before[$field]) && $before[$field] !== $rule) {
                    $this->choose($field, $rule);
                    $this->log->record('rules.set', 'rules', 0, change: [
                        'before' => [$field => $before[$field]->value], 'after' => [$field => $rule->value],
                    ]);
                }
            }
        });
        $this->reset();
    }

    public function reset(): void
    {
        $this->rules = null;
    }

    private function choose(string $field, AfterApproval $rule): void
    {
        $chosen = $this->entities->find(FieldRule::class, $field);
        if (null === $chosen) {
            $this->entities->persist(new FieldRule($field, $rule));

            return;
        }
        $chosen->choose($rule);
    }
}
