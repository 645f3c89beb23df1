<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Accounts\GuestLinks;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Applications;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Sets up an interview: at a time we pick, or at one of several the candidate picks from by link. */
final readonly class Arrange
{
    public const LINK_DAYS = 10;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private Book $book, private Mailing $mailing, private GuestLinks $links)
    {
    }

    /**
     * @param list<int>                $accounts interviewers
     * @param list<\DateTimeImmutable> $starts   one: booked at once; several: offered to the candidate
     */
    public function __invoke(int $applicationId, string $title, int $minutes, string $place, array $accounts, array $starts, int $by): void
    {
        $this->db->transaction(function () use ($applicationId, $title, $minutes, $place, $accounts, $starts, $by): void {
            $application = $this->applications->lock($applicationId);
            if (\Jorvent\Core\Workflow\ApplicationState::Active !== $application->state) {
                throw Refused::because('not_active');
            }
            if (!$this->applications->requisition($application)->isApproved()) {
                throw Refused::because('not_approved');
            }
            match (true) {
                [] === $accounts => throw Refused::because('interviewers_missing', 'who'),
                [] === $starts => throw Refused::because('time_missing', 'when'),
                $minutes < 15 || $minutes > 480 => throw Refused::because('minutes_out_of_range', 'minutes'),
                min($starts) <= $this->clock->now() => throw Refused::because('time_has_passed', 'when'),
                default => null,
            };
            $now = $this->clock->now();
            $id = $this->db->insert('interview', ['application_id' => $applicationId, 'candidate_id' => $application->candidateId, 'title' => '' === $title ? 'Interview' : $title, 'minutes' => $minutes, 'place' => $place, 'state' => 'offered', 'organiser_id' => $by, 'uid' => bin2hex(random_bytes(12)).'@skerryline.example', 'created_at' => $now]);
            foreach ($accounts as $account) {
                $this->db->insert('interview_seat', ['interview_id' => $id, 'account_id' => $account]);
            }
            $this->log->record('interview.arranged', 'interview', $id, $application->requisitionId, $application->candidateId, ['times' => \count($starts), 'minutes' => $minutes]);
            if (1 === \count($starts)) {
                ($this->book)($id, $starts[0]);

                return;
            }
            foreach ($starts as $start) {
                $this->db->execute('INSERT INTO interview_slot (interview_id, starts_at) VALUES (:i, :at) ON CONFLICT DO NOTHING', ['i' => $id, 'at' => $start]);
            }
            $link = $this->links->mailed(GuestLinks::BOOK, $id, self::LINK_DAYS);
            $this->mailing->toCandidate('pick-time-'.$id, $application->candidateId, $application->requisitionId, $this->mailing->templateFor('pick_time', $application->candidateId), ['link' => $link, 'minutes' => (string) $minutes]);
        });
    }
}
