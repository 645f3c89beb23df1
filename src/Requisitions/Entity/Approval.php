<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** One person is asked to agree to a brief, or to an offer. */
#[ORM\Entity]
#[ORM\Table(name: 'approval')]
#[ORM\Index(name: 'approval_approver', columns: ['approver_id'])]
#[ORM\Index(name: 'approval_requisition', columns: ['requisition_id'])]
#[ORM\Index(name: 'approval_waiting', columns: ['approver_id'], options: ['where' => "(state = 'waiting'::text)"])]
class Approval
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** which time it is asked */
    #[ORM\Column(options: ['default' => 1])]
    private int $round;

    /** those of a lower rank are asked first */
    #[ORM\Column]
    private int $rank;

    /** those of one group are asked together; 0 is a group of one */
    #[ORM\Column(options: ['default' => 0])]
    private int $groupId;

    /** one of the group is enough */
    #[ORM\Column(options: ['default' => false])]
    private bool $anyOf;

    #[ORM\Column(type: Types::TEXT)]
    private string $post;

    #[ORM\Column]
    #[Reference('account')]
    private int $approverId;

    /** why this person is asked: a word, and what belongs into its sentence */
    #[ORM\Column(type: Types::TEXT)]
    private string $reason;

    /** @var array<string, scalar|null> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $reasonData;

    #[ORM\Column(type: Types::TEXT, enumType: ApprovalState::class, options: ['default' => 'waiting'])]
    private ApprovalState $state = ApprovalState::Waiting;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $note = null;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $askedAt;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $decidedAt = null;

    /** who decided, perhaps as someone's deputy */
    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    private ?int $decidedBy = null;

    /** @var list<string> of the brief, marked to be changed */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $fields = [];

    /** how often this person was reminded */
    #[ORM\Column(options: ['default' => 0])]
    private int $reminded = 0;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $escalatedAt = null;

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Requisition $requisition,
        /** null: the brief is asked about */
        #[ORM\Column(nullable: true)]
        #[Reference('offer')]
        public readonly ?int $offerId,
        int $round,
        ApprovalStep $step,
        int $approver,
        Standing $as,
        \DateTimeImmutable $now,
    ) {
        [$this->round, $this->rank, $this->groupId] = [$round, $step->rank, $step->group];
        [$this->anyOf, $this->post, $this->reason] = [$step->anyOf, $step->post->value, $step->reason];
        $this->reasonData = $step->data + (Standing::Post === $as ? [] : ['instead' => $as->value]);
        [$this->approverId, $this->askedAt] = [$approver, $now];
    }

    public function approver(): int
    {
        return $this->approverId;
    }

    public function post(): string
    {
        return $this->post;
    }

    public function rank(): int
    {
        return $this->rank;
    }

    public function isWaiting(): bool
    {
        return ApprovalState::Waiting === $this->state;
    }

    public function isEscalated(): bool
    {
        return null !== $this->escalatedAt;
    }

    public function reminded(): int
    {
        return $this->reminded;
    }

    /** @return array{id: int, rank: int, group: int, any: bool, state: string} as Core\Workflow\ApprovalRound reads it */
    public function inRound(): array
    {
        return [
            'id' => $this->id,
            'rank' => $this->rank,
            // a group of one has a number of its own, which no other has
            'group' => 0 === $this->groupId ? -1_000_000 - $this->id : $this->groupId,
            'any' => $this->anyOf,
            'state' => $this->state->value,
        ];
    }

    /**
     * @param list<string> $fields marked to be changed
     *
     * @throws Refused when it is decided already, or is not agreed to without a reason
     */
    public function decide(Decision $answer, string $note, array $fields, int $by, \DateTimeImmutable $now): void
    {
        $this->refuseUnlessWaiting();
        if (Decision::Agreed !== $answer && '' === $note) {
            throw Refused::because('reason_missing', 'note');
        }
        $this->state = ApprovalState::from($answer->value);
        $this->note = '' === $note ? null : $note;
        [$this->fields, $this->decidedBy, $this->decidedAt] = [$fields, $by, $now];
    }

    /** Nobody has to answer any more. */
    public function drop(\DateTimeImmutable $now): void
    {
        $this->refuseUnlessWaiting();
        $this->state = ApprovalState::Dropped;
        $this->decidedAt = $now;
    }

    /** Another is asked instead, from now on. */
    public function passOn(int $to, \DateTimeImmutable $now): void
    {
        $this->refuseUnlessWaiting();
        [$this->approverId, $this->askedAt, $this->reminded] = [$to, $now, 0];
    }

    /** Someone else has the work of who is asked; since when it waits stays. */
    public function handOver(int $to): void
    {
        $this->refuseUnlessWaiting();
        $this->approverId = $to;
    }

    public function remind(int $times): void
    {
        $this->refuseUnlessWaiting();
        $this->reminded = $times;
    }

    /** Nobody above can be asked as well: that is looked for once only. */
    public function closeEscalation(\DateTimeImmutable $now): void
    {
        $this->escalatedAt = $now;
    }

    /** Asks someone above as well; one of the two is enough. */
    public function escalate(int $to, \DateTimeImmutable $now): self
    {
        $this->refuseUnlessWaiting();
        $this->groupId = $this->anyOf ? $this->groupId : -$this->id;
        [$this->anyOf, $this->escalatedAt] = [true, $now];
        $step = new ApprovalStep(Post::from($this->post), 'escalated', [], $this->rank, $this->groupId, true);
        $above = new self($this->requisition, $this->offerId, $this->round, $step, $to, Standing::Post, $now);
        $above->escalatedAt = $now;

        return $above;
    }

    /** When it became this person's turn: when asked, or when the last of a rank before had answered. */
    public function turn(?\DateTimeImmutable $before): \DateTimeImmutable
    {
        return max($this->askedAt, $before ?? $this->askedAt);
    }

    private function refuseUnlessWaiting(): void
    {
        if (!$this->isWaiting()) {
            throw Refused::because('nothing_to_decide');
        }
    }
}
