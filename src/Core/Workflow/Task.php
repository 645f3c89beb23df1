<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/**
 * Something that waits for a person. $due is when it should be done; $blocks says how many others cannot go on before.
 * Order: overdue first (longest first), then by due moment, one earlier by a day for each one blocked, then by age.
 */
final readonly class Task
{
    public const DAY = 86400;
    /** From here on a task is due soon. */
    public const SOON = 2 * self::DAY;

    /** @param array<string, scalar|null> $data for the sentence that words it */
    public function __construct(public string $kind, public int $subject, public \DateTimeImmutable $since, public \DateTimeImmutable $due, public int $blocks = 0, public array $data = [])
    {
    }

    public function urgency(\DateTimeImmutable $now): Urgency
    {
        $left = $this->due->getTimestamp() - $now->getTimestamp();

        return match (true) {
            $left < 0 => Urgency::Overdue,
            $left <= self::SOON => Urgency::Soon,
            default => Urgency::Later,
        };
    }

    /**
     * @param list<self> $tasks
     *
     * @return list<self> most urgent first
     */
    public static function inOrder(array $tasks): array
    {
        $key = static fn (self $t): array => [$t->due->getTimestamp() - self::DAY * $t->blocks, $t->since->getTimestamp(), $t->kind, $t->subject];
        usort($tasks, static fn (self $a, self $b): int => $key($a) <=> $key($b));

        return $tasks;
    }
}
