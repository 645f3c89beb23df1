<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Messages\Event\LetterAnswered;
use Jorvent\Messages\Event\LetterWritten;
use Jorvent\Platform\Database\Db;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** How many letters someone got, how many they answered, and when the last was written: what searches know of letters. */
final readonly class CountLetters
{
    public function __construct(private Db $db, private IndexCandidate $index)
    {
    }

    #[AsEventListener]
    public function written(LetterWritten $event): void
    {
        $this->count([$event->candidate]);
        ($this->index)($event->candidate);
    }

    #[AsEventListener]
    public function answered(LetterAnswered $event): void
    {
        $this->db->execute(
            'UPDATE candidate SET active_on = greatest(active_on, :day) WHERE id = :c',
            ['c' => $event->candidate, 'day' => $event->at->format('Y-m-d')],
        );
        $this->count([$event->candidate]);
        ($this->index)($event->candidate);
    }

    /**
     * Run before someone is made findable anew.
     *
     * @param list<int> $candidates
     */
    public function count(array $candidates): void
    {
        $this->db->execute(
            'UPDATE candidate c SET asked = x.asked, answered = x.answered, written_on = x.day FROM (
                SELECT i.id, count(l.id) AS asked, count(l.answered_at) AS answered,
                    CAST(max(l.written_at) AS date) AS day
                FROM unnest(CAST(:ids AS int[])) i (id) LEFT JOIN letter l ON l.candidate_id = i.id GROUP BY i.id
             ) x WHERE c.id = x.id',
            ['ids' => '{'.implode(',', $candidates).'}'],
        );
    }
}
