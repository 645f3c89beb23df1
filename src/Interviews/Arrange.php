<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\Situations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** Sets up an interview: at a time we pick, or at one of several the candidate picks from by link. */
final readonly class Arrange
{
    public const LINK_DAYS = 10;
    public const MOST_DAYS_AHEAD = 366;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private Book $book, private Mailing $mailing, private GuestLinks $links, private Situations $situations)
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
            $this->situations->check(HiringAct::ArrangeInterview, $applicationId);
            match (true) {
                [] === $accounts => throw Refused::because('interviewers_missing', 'who'),
                \count($accounts) !== $this->staff($accounts) => throw Refused::because('interviewer_unknown', 'who'),
                [] === $starts => throw Refused::because('time_missing', 'when'),
                $minutes < Slots::SHORTEST || $minutes > Slots::LONGEST => throw Refused::because('minutes_out_of_range', 'minutes'),
                min($starts) <= $this->clock->now() => throw Refused::because('time_has_passed', 'when'),
                max($starts) > $this->clock->now()->modify('+'.self::MOST_DAYS_AHEAD.' days') => throw Refused::because('time_too_far', 'when', ['days' => self::MOST_DAYS_AHEAD]),
                default => null,
            };
            $now = $this->clock->now();
            // the id of its event is random, and tells nothing of the host (RFC 7986, 5.3)
            $id = $this->db->insert('interview', ['application_id' => $applicationId, 'candidate_id' => $application->candidateId, 'title' => '' === $title ? 'Interview' : $title, 'minutes' => $minutes, 'place' => $place, 'state' => 'offered', 'organiser_id' => $by, 'uid' => bin2hex(random_bytes(16)), 'created_at' => $now]);
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
            $link = $this->links->mailed(LinkPurpose::Book, $id, self::LINK_DAYS);
            $this->mailing->toCandidate('pick-time-'.$id.'-link', $application->candidateId, $application->requisitionId, $this->mailing->templateFor('pick_time', $application->candidateId), ['link' => $link, 'minutes' => (string) $minutes]);
        });
    }

    /** @param list<int> $accounts */
    private function staff(array $accounts): int
    {
        return $this->db->int('SELECT count(*) FROM account WHERE id IN (:ids) AND active', ['ids' => $accounts]);
    }
}
