<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Retention\Step;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Goes through everyone once a day: writes until when they are kept, asks those whose time is nearly over, erases those whose time is over. In pieces, so that nothing else waits. */
#[AsPeriodicTask(30, method: 'run')]
final readonly class RetentionClock
{
    private const PIECE = 2000;
    private const DUE = 100;
    /** What was dropped and belongs to nobody is kept so long, to be looked at. */
    private const LOOSE_DAYS = 30;
    private const LINK_DAYS = 60;

    public function __construct(private Db $db, private ClockInterface $clock, private Retention $retention, private Erase $erase, private Mailing $mailing, private GuestLinks $links, private ActivityLog $log, private Holders $holders, private LoggerInterface $logger)
    {
    }

    public function run(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        $this->db->transaction(fn () => $this->sweep($today));
        foreach ($this->retention->due(self::DUE) as $id) {
            try {
                $this->step($id);
            } catch (Refused $refused) {
                // one who can not be erased now keeps nobody else; the list shows them
                $this->logger->warning('retention of {id}: {why}', ['id' => $id, 'why' => $refused->getMessage()]);
            }
        }
        $this->loose();
    }

    private function sweep(string $today): void
    {
        $at = $this->db->row('SELECT swept_to FROM retention WHERE swept_on IS DISTINCT FROM :today FOR UPDATE SKIP LOCKED', ['today' => $today]);
        if (null === $at) {
            return;
        }
        $ids = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows('SELECT id FROM candidate WHERE id > :after AND erased_at IS NULL AND merged_into IS NULL ORDER BY id LIMIT '.self::PIECE, ['after' => $at->int('swept_to')]));
        $this->retention->write($ids);
        $over = \count($ids) < self::PIECE;
        $this->db->execute('UPDATE retention SET swept_to = :to, swept_on = CASE WHEN :over THEN CAST(:today AS date) ELSE swept_on END', ['to' => $over ? 0 : $ids[\count($ids) - 1], 'over' => $over, 'today' => $today]);
    }

    private function step(int $id): void
    {
        // as it stands now, not as it stood when it was swept
        $this->db->transaction(fn () => $this->retention->write([$id]));
        $row = $this->db->row('SELECT keep_until, keep_asked_at, email, name FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $id]);
        if (null === $row) {
            return;
        }
        $now = $this->clock->now();
        $step = Keeping::of($this->retention->grounds([$id])[$id] ?? throw Refused::because('missing'))->step($this->retention->rules(), $now->setTime(0, 0), $this->retention->asked($id), null !== $row->strOrNull('email'));
        match ($step) {
            Step::Ask => $this->ask($id, $row->instant('keep_until'), $now),
            Step::Erase => ($this->erase)($id, 'time'),
            Step::AskAdmin => $this->retention->askAdmin($id),
            default => null,
        };
    }

    private function ask(int $candidate, \DateTimeImmutable $until, \DateTimeImmutable $now): void
    {
        $this->db->transaction(function () use ($candidate, $until, $now): void {
            if (1 !== $this->db->execute('UPDATE candidate SET keep_asked_at = :now WHERE id = :id AND keep_asked_at IS NULL', ['id' => $candidate, 'now' => $now])) {
                return;
            }
            $last = max($until, $now->setTime(0, 0)->modify('+'.Keeping::GRACE_DAYS.' days'));
            $this->mailing->toCandidate('keep-'.$candidate.'-'.$until->format('Ymd'), $candidate, null, $this->mailing->templateFor('keep_ask', $candidate), ['day' => $last->format('Y-m-d'), 'months' => (string) $this->retention->rules()->future, 'link' => $this->links->mailed(LinkPurpose::Keep, $candidate, self::LINK_DAYS)]);
            $this->log->record('candidate.asked_to_stay', 'candidate', $candidate, null, $candidate, ['until' => $until->format('Y-m-d')]);
        });
    }

    /** Files and letters that came in and were nobody's after all, and what outside databases answered. */
    private function loose(): void
    {
        $this->db->execute('DELETE FROM outside_answer WHERE asked_at < :old', ['old' => $this->clock->now()->modify('-'.AskOutside::MINUTES.' minutes')]);
        $this->db->execute('UPDATE personal_value SET content = NULL, erased_at = :now WHERE content IS NOT NULL AND candidate_id IS NULL AND id IN (SELECT personal_id FROM mail_in WHERE came_at < :old UNION SELECT personal_id FROM delivery WHERE subject_kind = \'mail_in\' AND created_at < :old)', ['now' => $this->clock->now(), 'old' => $this->clock->now()->modify('-'.self::LOOSE_DAYS.' days')]);
        foreach ($this->db->rows("UPDATE intake_file SET state = 'cancelled', name = 'removed', refusal = NULL, candidate_id = NULL, likeness = NULL WHERE id IN (SELECT id FROM intake_file WHERE state <> 'read' AND name <> 'removed' AND at < :old LIMIT 200) RETURNING sha256", ['old' => $this->clock->now()->modify('-'.self::LOOSE_DAYS.' days')]) as $row) {
            $this->holders->drop($row->str('sha256'));
        }
    }
}
