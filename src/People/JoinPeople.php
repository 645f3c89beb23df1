<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\Joining;
use Jorvent\People\Entity\NotSame;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\HandOver;
use Psr\Clock\ClockInterface;

/**
 * Makes one of two records of a person, in one transaction, with nothing lost: what the other has moves over and is
 * written down row by row, so that it can all go back at any later time; what came since stays with the one that is
 * left. An application for the same requisition stays with the other, which remains readable behind it. The stricter of
 * two bars to contact holds. Old links lead to the one that is left.
 */
final readonly class JoinPeople
{
    /** One word for whatever constraint two who do it at once run into. */
    private const CLASH = 'merge_clash';
    private const JOINED_BEFORE = 'merged';

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private HandOver $handOver,
        private CountLetters $letters,
        private IndexCandidate $index,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @return int the joining, by which they are taken apart again */
    public function __invoke(int $survivor, int $other, int $by): int
    {
        return $this->db->transaction(function () use ($survivor, $other, $by): int {
            [$stays, $goes] = $this->two($survivor, $other);
            $before = $stays->facts();
            $moved = $this->handOver->all($goes->id, $stays->id);
            // who was joined with the other before is one with the one that stays now
            $joined = $this->candidates->joinedWith($goes->id);
            foreach ([$goes, ...$joined] as $one) {
                $one->joinInto($stays);
            }
            $moved[self::JOINED_BEFORE] = array_map(static fn (Candidate $one): int => $one->id, $joined);
            // two may not have the same address: it is the other's no more before it is taken over
            $this->candidates->write();
            $stays->fillFrom($goes);
            $joining = new Joining($stays, $goes, $moved, $before, $stays->facts(), $by, $this->clock->now());
            $this->candidates->add($joining);
            $this->madeFindable($stays, $goes);
            $this->log->record('candidate.merged', 'candidate', $stays->id, null, $stays->id, [
                'other' => $goes->id, 'merge' => $joining->id,
            ]);
            $this->log->record('candidate.merged_away', 'candidate', $goes->id, null, $goes->id, [
                'into' => $stays->id, 'merge' => $joining->id,
            ]);

            return $joining->id;
        }, self::CLASH);
    }

    public function takeApart(int $id, int $by): void
    {
        $this->db->transaction(function () use ($id, $by): void {
            $joining = $this->candidates->heldJoining($id);
            [$stays, $goes] = $this->candidates->heldBoth($joining->survivor->id, $joining->other->id);
            if ($stays->isErased() || $goes->isErased()) {
                throw Refused::because('merge_forgotten');
            }
            if ($this->candidates->isJoined($stays)) {
                // it was joined with someone else since: that is taken apart first
                throw Refused::because('merge_later');
            }
            $joining->undo($by, $this->clock->now());
            $this->candidates->write();
            $this->handOver->back($goes->id, $stays->id, $joining->moved());
            foreach ($this->candidates->some($joining->moved()[self::JOINED_BEFORE] ?? []) as $one) {
                if ($stays->id === $one->mergedInto()) {
                    $one->joinInto($goes);
                }
            }
            $goes->takeApart();
            $this->madeFindable($stays, $goes);
            $this->log->record('candidate.taken_apart', 'candidate', $stays->id, null, $stays->id, [
                'other' => $goes->id, 'merge' => $id,
            ]);
            $this->log->record('candidate.taken_apart', 'candidate', $goes->id, null, $goes->id, [
                'from' => $stays->id, 'merge' => $id,
            ]);
        }, self::CLASH);
    }

    /** Two people they are; it is not asked again. */
    public function keepApart(int $one, int $other, int $by): void
    {
        $this->db->again(function () use ($one, $other, $by): void {
            if (!$this->candidates->areTwo($one, $other)) {
                $this->candidates->add(new NotSame($one, $other, $by, $this->clock->now()));
            }
            $this->log->record('candidate.not_same', 'candidate', $one, null, $one, ['other' => $other]);
        });
    }

    /**
     * @return array{Candidate, Candidate}
     *
     * @throws Refused when one of them is no person of its own
     */
    private function two(int $survivor, int $other): array
    {
        if ($survivor === $other) {
            throw Refused::because('missing');
        }
        [$stays, $goes] = $this->candidates->heldBoth($survivor, $other);

        return $stays->isOwn() && $goes->isOwn() ? [$stays, $goes] : throw Refused::because('missing');
    }

    private function madeFindable(Candidate $stays, Candidate $goes): void
    {
        $this->candidates->write();
        $this->letters->count($stays->id);
        $this->letters->count($goes->id);
        ($this->index)($stays->id);
        ($this->index)($goes->id);
    }
}
