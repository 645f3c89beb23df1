<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Messages\Event\LetterAnswered;
use Jorvent\Messages\Event\LetterWritten;
use Jorvent\Messages\Read\LetterCountQuery;
use Jorvent\People\Entity\LetterCount;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** How many letters someone got, how many they answered, and when the last was written: what searches know of letters. */
final readonly class CountLetters
{
    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private LetterCountQuery $letters,
        private IndexCandidate $index,
    ) {
    }

    #[AsEventListener]
    public function written(LetterWritten $event): void
    {
        $this->db->transaction(function () use ($event): void {
            $this->count($event->candidate);
            ($this->index)($event->candidate);
        });
    }

    #[AsEventListener]
    public function answered(LetterAnswered $event): void
    {
        $this->db->transaction(function () use ($event): void {
            $this->candidates->heldIfKnown($event->candidate)?->wasActive($event->at);
            $this->count($event->candidate);
            ($this->index)($event->candidate);
        });
    }

    /** Run before someone is made findable anew, in the transaction that changes what is found. */
    public function count(int $candidate): void
    {
        $person = $this->candidates->heldIfKnown($candidate);
        $letters = $this->letters->of($candidate);
        $person?->countLetters(new LetterCount($letters->written, $letters->answered, $letters->lastOn));
        $this->candidates->write();
    }
}
