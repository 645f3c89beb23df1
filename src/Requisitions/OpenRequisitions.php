<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Activity\LogSubject;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Entity\Origin;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** New requisitions, as drafts. They are written from a role profile, an earlier requisition, a template or nothing. */
final readonly class OpenRequisitions
{
    /** Days from opening to the day someone should have signed, when nothing else is known. */
    public const TARGET_DAYS = 60;

    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private ProfileQuery $profiles,
        private SiteQuery $sites,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param int|null $profile null: from nothing
     *
     * @return int its number
     */
    public function fromProfile(?int $profile, int $unit, int $site, Team $team): int
    {
        $head = null === $profile ? null : $this->profiles->head($profile) ?? throw Refused::because('missing', 'profile');
        $place = $this->sites->facts($site) ?? throw Refused::because('missing', 'site');
        $written = null === $head ? WrittenFrom::nothing() : WrittenFrom::profile($head);
        $brief = $written->brief($unit, $site, $place, $team, $this->dates($this->today()));

        return $this->write($brief, $written->origin, $written->questions, ['profile' => $profile]);
    }

    /**
     * A new requisition after an earlier one: a cyclical hire is never the old one opened again. Candidates and dates
     * never come along.
     *
     * @param list<CopiedPart> $parts what comes along
     *
     * @return int its number
     */
    public function copy(int $earlier, array $parts, int $unit, int $me): int
    {
        $old = $this->requisitions->find($earlier) ?? throw Refused::because('missing', 'earlier');
        $dropped = [];
        foreach (CopiedPart::cases() as $part) {
            $dropped += \in_array($part, $parts, true) ? [] : array_flip($part->fields());
        }
        $brief = Brief::fromArray([
            'positions' => 1,
            'manager' => $me,
            'recruiter' => $old->brief()->team->recruiter,
            ...array_diff_key($old->brief()->toArray(), $dropped),
            'unit' => $unit,
            'requester' => $me,
            ...$this->dates($this->today()),
        ]);
        $questions = \in_array(CopiedPart::Questions, $parts, true) ? $old->questionnaire() : new Questionnaire([]);

        return $this->write($brief, $old->origin->copied($old->id), $questions, ['copied_from' => $old->number]);
    }

    /** @return int its number */
    public function fromTemplate(int $id, int $unit, int $me): int
    {
        $template = $this->requisitions->template($id);
        if (null === $template || !$template->isFor($me)) {
            throw Refused::because('missing', 'template');
        }
        $brief = $template->brief()->with(['unit' => $unit, 'requester' => $me, ...$this->dates($this->today())]);
        $profile = $template->profileId();
        $competencies = null === $profile ? [] : $this->profiles->head($profile)->content->competencies ?? [];

        return $this->write($brief, $template->origin($competencies), $template->questionnaire(), ['template' => $id]);
    }

    /**
     * Many at once, as an import brings them.
     *
     * @param list<array{Brief, ProfileHead|null}> $drafts each with the profile it is written from
     * @param array<string, mixed>                 $change where they come from, for the log
     */
    public function many(array $drafts, array $change, int $by): void
    {
        $now = $this->clock->now();
        $numbers = $this->requisitions->nextNumbers(\count($drafts));
        $opened = [];
        foreach ($drafts as $i => [$brief, $profile]) {
            $from = null === $profile ? WrittenFrom::nothing() : WrittenFrom::profile($profile);
            $opened[] = new Requisition($numbers[$i], $from->origin, $brief, $from->questions, $by, $now);
        }
        $this->requisitions->addMany($opened);
        $subjects = array_map(static fn (Requisition $r): LogSubject => new LogSubject('requisition', $r->id, $r->id), $opened);
        $this->log->recordEach($by, 'requisition.opened', $subjects, $change);
    }

    /** @return array{openedOn: string, targetOn: string} of one that begins on that day */
    private function dates(\DateTimeImmutable $day): array
    {
        $target = $day->modify('+'.self::TARGET_DAYS.' days');

        return ['openedOn' => $day->format('Y-m-d'), 'targetOn' => $target->format('Y-m-d')];
    }

    private function today(): \DateTimeImmutable
    {
        return $this->clock->now()->setTime(0, 0);
    }

    /** @param array<string, mixed> $change where it comes from, for the log */
    private function write(Brief $brief, Origin $origin, Questionnaire $questions, array $change): int
    {
        return $this->db->transaction(function () use ($brief, $origin, $questions, $change): int {
            $number = $this->requisitions->nextNumber();
            $now = $this->clock->now();
            $opened = new Requisition($number, $origin, $brief, $questions, $brief->team->requester, $now);
            $this->requisitions->add($opened);
            $this->log->record('requisition.opened', 'requisition', $opened->id, $opened->id, change: $change);

            return $number;
        });
    }
}
