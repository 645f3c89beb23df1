<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Job;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Brief\Place;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Brief\Wants;
use Jorvent\Requisitions\Read\RequisitionFacts;

/** A wish to hire, from its first draft to the last position signed. */
#[ORM\Entity]
#[ORM\Table(name: 'requisition')]
class Requisition
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Embedded(columnPrefix: false)]
    private Job $job;
    #[ORM\Embedded(columnPrefix: false)]
    private Team $team;
    #[ORM\Embedded(columnPrefix: false)]
    private Place $place;
    #[ORM\Embedded(columnPrefix: false)]
    private Time $time;
    #[ORM\Embedded(columnPrefix: false)]
    private Wants $wants;
    #[ORM\Embedded(columnPrefix: false)]
    private Pay $pay;

    /** @var list<array<array-key, mixed>> as Questionnaire::toArray() gives them */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $questions;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $questionsVersion = 1;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: RequisitionState::class, options: ['default' => 'draft'])]
    public RequisitionState $state = RequisitionState::Draft;

    /** the words last looked for */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $query = '';

    /** @var list<array<string, mixed>> last looked for beside the words, as Search::toArray() gives them */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $criteria = [];

    /**
     * The number of what the brief says, not a lock: the row is locked before the version someone saw is compared.
     *
     * @phpstan-readonly-allow-private-mutation
     */
    #[ORM\Column(options: ['default' => 1])]
    public int $version = 1;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $approvedAt = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $filledAt = null;

    /** @var array<array-key, mixed>|null fields that wait for approval after the first one, as Brief::toArray() */
    #[ORM\Column(type: Types::JSON, nullable: true, options: ['jsonb' => true])]
    private ?array $amendment = null;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    /** @var Collection<int, BriefVersion> */
    #[ORM\OneToMany(mappedBy: 'requisition', targetEntity: BriefVersion::class, cascade: ['persist'])]
    private Collection $versions;

    /** @var Collection<int, QuestionsVersion> */
    #[ORM\OneToMany(
        mappedBy: 'requisition', targetEntity: QuestionsVersion::class, cascade: ['persist'], indexBy: 'version',
    )]
    private Collection $questionVersions;

    public function __construct(
        #[ORM\Column]
        public readonly int $number,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Embedded(columnPrefix: false)]
        public Origin $origin,
        Brief $brief,
        Questionnaire $questions,
        ?int $by,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
    ) {
        $this->versions = new ArrayCollection();
        $this->questionVersions = new ArrayCollection();
        $this->savedAt = $createdAt;
        $this->questions = $questions->toArray();
        $this->questionVersions->set(1, new QuestionsVersion($this, 1, $questions, $createdAt));
        $this->take($brief);
        $this->keepVersion($by, $createdAt);
    }

    public function brief(): Brief
    {
        // copies, for the parts of the entity change under whoever holds them when a locked row is read again
        return new Brief(
            clone $this->job,
            clone $this->team,
            clone $this->place,
            clone $this->time,
            clone $this->wants,
            clone $this->pay,
        );
    }

    /**
     * @param int $seen the version that was edited
     *
     * @throws Refused when the brief is not open for writing or was saved by someone else since
     */
    public function save(Brief $brief, int $seen, ?int $by, \DateTimeImmutable $now): void
    {
        if (!$this->state->isEditable()) {
            throw Refused::because('brief_not_editable');
        }
        $this->refuseUnlessSeen($seen);
        Refused::unlessEmpty($brief->draftBlockers());
        $this->accept($brief, $by, $now);
    }

    /**
     * Changes after approval: what may change freely does, what asks for approval waits beside the brief that stands.
     *
     * @param list<string> $free fields
     * @param list<string> $asks fields
     *
     * @return bool whether approval has to be asked for
     */
    public function amend(
        Brief $brief, int $seen, array $free, array $asks, ?int $by, \DateTimeImmutable $now,
    ): bool {
        if (!$this->state->isUnderWay()) {
            throw Refused::because('brief_not_editable');
        }
        $this->refuseUnlessSeen($seen);
        if (null !== $this->amendment) {
            throw Refused::because('amendment_open');
        }
        $changed = $this->brief()->differences($brief);
        if ([] !== $closed = array_diff($changed, $free, $asks)) {
            throw Refused::because('field_closed', array_values($closed)[0]);
        }
        $emptied = array_values(array_intersect($brief->missing(), $changed));
        Refused::unlessEmpty([...$brief->draftBlockers(), ...Brief::refuseMissing($emptied)]);
        $wanted = $brief->toArray();
        $this->accept($this->brief()->with(array_intersect_key($wanted, array_flip($free))), $by, $now);
        $waits = array_intersect($changed, $asks);
        if ([] === $waits) {
            return false;
        }
        $this->amendment = array_intersect_key($wanted, array_flip([...$waits, 'currency']));

        return true;
    }

    /** The brief as it would be once what waits for approval is approved. */
    public function amendment(): ?Brief
    {
        return null === $this->amendment ? null : $this->brief()->with($this->amendment);
    }

    /** Takes over the changes that were agreed to, or drops them; what was freely changed meanwhile stays. */
    public function closeAmendment(bool $agreed, \DateTimeImmutable $now): void
    {
        $amendment = $this->amendment() ?? throw Refused::because('nothing_to_decide');
        $this->amendment = null;
        if ($agreed) {
            $this->accept($amendment, null, $now);
        }
    }

    public function ask(\DateTimeImmutable $today): void
    {
        $asked = RequisitionAct::Ask->apply($this->state);
        Refused::unlessEmpty([...$this->brief()->askBlockers($today), ...$this->questionnaire()->blockers()]);
        $this->state = $asked;
    }

    public function takeBack(): void
    {
        $this->state = RequisitionAct::TakeBack->apply($this->state);
    }

    public function approve(\DateTimeImmutable $now): void
    {
        $this->state = RequisitionAct::Agree->apply($this->state);
        $this->approvedAt = $now;
        if (null === $this->time->openedOn) {
            $this->time = $this->time->opened($now->setTime(0, 0));
        }
    }

    public function sendBack(): void
    {
        $this->state = RequisitionAct::SendBack->apply($this->state);
    }

    public function decline(): void
    {
        $this->state = RequisitionAct::Decline->apply($this->state);
    }

    public function fill(\DateTimeImmutable $now): void
    {
        $this->state = RequisitionAct::Fill->apply($this->state);
        $this->filledAt = $now;
    }

    public function hold(): void
    {
        $this->state = RequisitionAct::Hold->apply($this->state);
    }

    public function resume(): void
    {
        $this->state = RequisitionAct::Resume->apply($this->state);
    }

    public function cancel(): void
    {
        $this->state = RequisitionAct::Cancel->apply($this->state);
        $this->amendment = null;
    }

    /** A position came free again. */
    public function reopen(): void
    {
        $this->state = RequisitionAct::Reopen->apply($this->state);
        $this->filledAt = null;
    }

    /** @param int $signed how many have signed */
    public function changePositions(int $positions, int $signed, ?int $by, \DateTimeImmutable $now): void
    {
        if (!$this->state->isUnderWay()) {
            throw Refused::because('not_open');
        }
        if ($positions < max(1, $signed) || $positions > Job::MAX_POSITIONS) {
            throw Refused::because('positions_below_signed', 'positions', ['signed' => $signed]);
        }
        $this->accept($this->brief()->with(['positions' => $positions]), $by, $now);
    }

    public function positions(): int
    {
        return $this->job->positions ?? 1;
    }

    /** Someone else does what one of its people did. */
    public function handOver(int $from, int $to, ?int $by, \DateTimeImmutable $now): void
    {
        if ($this->state->isEnded()) {
            throw Refused::because('not_open');
        }
        $brief = $this->brief();
        $team = $brief->team->handedOver($from, $to);
        $this->accept($brief->with($team->toArray()), $by, $now);
    }

    /** What was last looked for, by whoever looked; empty before anyone did. */
    public function lastSearch(): Search
    {
        return Search::fromArray(['text' => $this->query, 'criteria' => $this->criteria]);
    }

    /** Which category boards file it under: about advertising, not about the hire, so approval does not forbid it. */
    public function fileUnder(?string $category, ?int $by, \DateTimeImmutable $now): void
    {
        $this->accept($this->brief()->with(['category' => $category]), $by, $now);
    }

    public function isApproved(): bool
    {
        return RequisitionState::Approved === $this->state;
    }

    /**
     * @param bool $answered whether someone has answered the questions that stand: then a new version begins
     *
     * @throws Refused when it is over, or people are answering and the questions are not sound
     */
    public function askQuestions(Questionnaire $questions, bool $answered, \DateTimeImmutable $now): void
    {
        if (!$this->state->isEditable() && !$this->state->isUnderWay()) {
            throw Refused::because('brief_not_editable');
        }
        if ($this->state->isUnderWay()) {
            Refused::unlessEmpty($questions->blockers());
        }
        $this->questions = $questions->toArray();
        $current = $this->questionVersions->get($this->questionsVersion);
        if (!$answered && null !== $current) {
            $current->rewrite($questions, $now);

            return;
        }
        ++$this->questionsVersion;
        $next = new QuestionsVersion($this, $this->questionsVersion, $questions, $now);
        $this->questionVersions->set($this->questionsVersion, $next);
    }

    public function questionnaire(): Questionnaire
    {
        return Questionnaire::fromArray($this->questions);
    }

    public function facts(): RequisitionFacts
    {
        return new RequisitionFacts(
            $this->id,
            $this->number,
            $this->state,
            $this->brief(),
            clone $this->origin,
            $this->questionsVersion,
            $this->questions,
            $this->lastSearch(),
        );
    }

    private function refuseUnlessSeen(int $version): void
    {
        if ($version !== $this->version) {
            throw Refused::because('saved_by_another');
        }
    }

    private function accept(Brief $brief, ?int $by, \DateTimeImmutable $now): void
    {
        if ([] === $this->brief()->differences($brief)) {
            return;
        }
        $this->take($brief);
        ++$this->version;
        $this->savedAt = $now;
        $this->keepVersion($by, $now);
    }

    private function take(Brief $brief): void
    {
        $job = null === $brief->job->positions ? $brief->with(['positions' => 1])->job : $brief->job;
        [$this->job, $this->team, $this->place] = [clone $job, clone $brief->team, clone $brief->place];
        [$this->time, $this->wants, $this->pay] = [clone $brief->time, clone $brief->wants, clone $brief->pay];
    }

    private function keepVersion(?int $by, \DateTimeImmutable $now): void
    {
        $this->versions->add(new BriefVersion($this, $this->version, $this->brief(), $by, $now));
    }
}
