<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Event\PersonForgotten;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Jorvent\Privacy\Person;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/**
 * Forgets someone for good: every module takes out what it holds of them, what is arranged for them ends, and a stone is set that says when
 * and why, not who. Who is hired is kept by the law on staff records.
 */
final readonly class Erase
{
    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
        private Holders $holders,
        private Tombstones $tombstones,
        private DataRequests $requests,
        private Retention $retention,
        private EventDispatcherInterface $events,
    ) {
    }

    /** @param 'asked'|'answered'|'ended'|'time'|'house' $reason they asked for it; said no when asked; ended what they were known for; the time was over; an admin decided */
    public function __invoke(int $candidate, string $reason, ?int $by = null): void
    {
        // who was joined with them is them
        foreach ($this->db->rows('SELECT id FROM candidate WHERE merged_into = :id AND erased_at IS NULL', ['id' => $candidate]) as $joined) {
            $this($joined->int('id'), $reason, $by);
        }
        $files = $this->db->transaction(function () use ($candidate, $reason, $by): array {
            $row = $this->db->row('SELECT name, email, keep_until, keep_asked_at FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', ['id' => $candidate])
                ?? throw Refused::because('missing');
            $this->refuseHired($candidate);
            $grounds = $this->retention->grounds([$candidate])[$candidate] ?? [];
            $this->events->dispatch(new PersonForgotten($candidate));
            $counts = $this->counts($candidate);
            $email = $row->strOrNull('email');
            $person = new Person($candidate, $row->str('name'), null === $email ? null : mb_strtolower($email), $this->clock->now());
            $files = $this->holders->forget($person);
            $asked = $this->requests->done($candidate, 'forget', $by);
            $purposes = array_values(array_unique(array_map(static fn ($g): string => $g->purpose->value, $grounds)));
            $this->tombstones->set(
                $candidate, $asked ? 'asked' : $reason, $purposes, $row->instantOrNull('keep_until'), $row->instantOrNull('keep_asked_at'), $person->now, $by,
                ['files' => \count($files)] + $counts, $this->remains($candidate), $email,
            );
            $this->log->record('candidate.forgotten', 'candidate', $candidate, null, $candidate);
            // the entry itself says where it was done from, which is theirs when they did it
            $this->db->execute('UPDATE personal_value SET content = NULL, erased_at = :now WHERE candidate_id = :id AND content IS NOT NULL', ['id' => $candidate, 'now' => $person->now]);

            return $files;
        });
        $this->holders->drop(...$files);
    }

    private function refuseHired(int $candidate): void
    {
        $hired = 'SELECT count(*) FROM standing_hire WHERE candidate_id = :id';
        if (0 !== $this->db->int($hired, ['id' => $candidate])) {
            throw Refused::because('hired_kept');
        }
    }

    /** @return array{mails: int, texts: int} how much there was to forget */
    private function counts(int $candidate): array
    {
        $row = $this->db->row(
            "SELECT count(*) FILTER (WHERE o.id IS NOT NULL) AS mails, count(*) FILTER (WHERE o.id IS NULL) AS texts
             FROM personal_value v LEFT JOIN delivery o ON o.personal_id = v.id AND o.kind = 'mail' WHERE v.candidate_id = :id AND v.content IS NOT NULL",
            ['id' => $candidate],
        ) ?? throw new \LogicException('A count always has a row.');

        return ['mails' => $row->int('mails'), 'texts' => $row->int('texts')];
    }

    private function remains(int $candidate): int
    {
        return $this->db->int(
            'SELECT (SELECT count(*) FROM resume WHERE candidate_id = :id) + (SELECT count(*) FROM personal_value WHERE candidate_id = :id AND content IS NOT NULL)
                + (SELECT count(*) FROM candidate_block WHERE candidate_id = :id) + (SELECT count(*) FROM candidate_words WHERE candidate_id = :id)
                + (SELECT count(*) FROM opening_alert WHERE candidate_id = :id) + (SELECT count(*) FROM candidate_note WHERE candidate_id = :id)',
            ['id' => $candidate],
        );
    }
}
