<?php

declare(strict_types=1);

namespace Jorvent\Careers\Store;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Counts what applicants say of themselves, by unit and quarter. Only counts are kept, one upsert for each answer: an
 * entity would be a row of someone.
 */
final readonly class DeclaredStore
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @param array<string, string> $answers by question */
    public function count(int $unit, array $answers): void
    {
        foreach ($answers as $question => $answer) {
            $this->db->execute(
                "INSERT INTO declared (unit_id, quarter, question, answer, n)
                 VALUES (:unit, date_trunc('quarter', CAST(:today AS date)), :question, :answer, 1)
                 ON CONFLICT (unit_id, quarter, question, answer) DO UPDATE SET n = declared.n + 1",
                [
                    'unit' => $unit,
                    'today' => $this->clock->now()->format('Y-m-d'),
                    'question' => $question,
                    'answer' => $answer,
                ],
            );
        }
    }
}
