<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Jorvent\Core\Search\AnswerChance;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Once a day: how likely someone answers, from all letters that had the time to be, and how what was said held against what came. */
#[AsPeriodicTask(300, method: 'run')]
final readonly class LearnAnswers
{
    /** A letter that nobody answered in so many days counts as not answered. */
    private const DAYS = 21;
    private const LETTERS = 20_000;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function run(): void
    {
        $now = $this->clock->now();
        if (0 !== $this->db->int('SELECT count(*) FROM answer_chance WHERE learned_on = :d', ['d' => $now->format('Y-m-d')])) {
            return;
        }
        $letters = array_map(static fn ($r): array => [$r->str('history'), $r->int('activity'), $r->bool('answered')], $this->db->rows('SELECT * FROM (SELECT id, history, activity, answered_at IS NOT NULL AS answered FROM letter WHERE answered_at IS NOT NULL OR written_at < :since ORDER BY id DESC LIMIT '.self::LETTERS.') x ORDER BY id', ['since' => $now->modify('-'.self::DAYS.' days')]));
        $this->db->transaction(function () use ($letters, $now): void {
            $this->db->execute('DELETE FROM answer_chance');
            $this->db->execute('INSERT INTO answer_chance (learned_on, percent, calibration, letters) VALUES (:d, CAST(:p AS jsonb), CAST(:c AS jsonb), :n)', ['d' => $now->format('Y-m-d'), 'p' => json_encode(AnswerChance::learn($letters)->toArray(), \JSON_THROW_ON_ERROR), 'c' => json_encode(AnswerChance::calibration($letters), \JSON_THROW_ON_ERROR), 'n' => \count($letters)]);
        });
    }
}
