<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Core\Shared\Refused;
use Jorvent\People\Event\PersonForgotten;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/**
 * Forgets someone for good: what is arranged for them ends, every module takes out what it holds of them, and a record is
 * written that says when and why, not who. Who is hired is kept by the law on staff records.
 */
final readonly class Erase
{
    private const HIRED = 'SELECT count(*) FROM standing_hire WHERE candidate_id = :id';

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private ForgetPerson $forget,
        private Holders $holders,
        private EventDispatcherInterface $events,
    ) {
    }

    /**
     * @param 'asked'|'answered'|'ended'|'time'|'house' $reason they asked for it; said no when asked; ended what they
     *                                                          were known for; the time was over; an admin decided
     *
     * @throws Refused when they are forgotten already, or hired
     */
    public function __invoke(int $candidate, string $reason, ?int $by = null): void
    {
        // who was joined with them is them
        foreach ($this->candidates->joinedWith($candidate) as $joined) {
            if (!$joined->isErased()) {
                $this($joined->id, $reason, $by);
            }
        }
        $files = $this->db->transaction(function () use ($candidate, $reason, $by): array {
            $known = $this->candidates->held($candidate);
            if (0 !== $this->db->int(self::HIRED, ['id' => $candidate])) {
                throw Refused::because('hired_kept');
            }
            $this->events->dispatch(new PersonForgotten($candidate));

            return ($this->forget)($known, $reason, $by);
        });
        $this->holders->drop(...$files);
    }
}
