<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Fit\Part;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Screening\Score;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApplicationFacts;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\KnockOut;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** One person's way through one requisition. */
#[ORM\Entity]
#[ORM\Table(name: 'application')]
class Application
{
    public const CLOSE_REASONS = ['skills', 'experience', 'pay', 'place', 'another_chosen', 'no_answer', 'knock_out', 'position_filled', 'cancelled'];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: Stage::class)]
    public Stage $stage = Stage::New;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: ApplicationState::class, options: ['default' => 'active'])]
    public ApplicationState $state = ApplicationState::Active;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME)]
    public \DateTimeImmutable $enteredAt;

    /**
     * @var array<string, string>
     *
     * @phpstan-readonly-allow-private-mutation
     */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    public array $answers = [];

    /**
     * what someone gave for texts, by question.
     *
     * @var array<string, int>
     */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $marks = [];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $questionsVersion = 1;

    #[ORM\Column(options: ['default' => true])]
    private bool $scoreComplete = true;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(nullable: true)]
    public ?int $score = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: KnockOut::class, options: ['default' => 'none'])]
    public KnockOut $knockOut = KnockOut::None;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $knockOutDue = null;

    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    private ?int $knockOutBy = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $knockOutReason = null;

    #[ORM\Column(nullable: true)]
    private ?int $fit = null;

    /** @var list<array{letter: string, kind: string, wanted: string, weight: int, coverage: string, value: float|null, reason: string, why: array<string, int>}> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $fitParts = [];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $closedReason = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $closedAt = null;

    #[ORM\Column(nullable: true)]
    private ?int $consentVersion = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $consentedAt = null;

    /** the link of who told of the opening */
    #[ORM\Column(nullable: true)]
    #[Reference('referral')]
    private ?int $referralId = null;

    /** @var list<array{p: int, on: string}> adverts that were followed before, with the days */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $touches = [];

    #[ORM\Column(options: ['default' => 1])]
    private int $version = 1;

    public function __construct(
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column]
        #[Reference('candidate')]
        public int $candidateId,
        #[ORM\Column]
        #[Reference('requisition')]
        public readonly int $requisitionId,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $origin,
        #[ORM\Column(nullable: true)]
        #[Reference('posting')]
        public readonly ?int $postingId,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $appliedAt,
    ) {
        $this->enteredAt = $appliedAt;
    }

    /**
     * @param array<string, string> $answers
     * @param int                   $version of the questions that were asked
     */
    public function answer(array $answers, int $version, Score $score, \DateTimeImmutable $due): void
    {
        $this->answers = $answers;
        $this->questionsVersion = $version;
        $this->score = $score->value;
        $this->scoreComplete = $score->complete;
        if ([] !== $score->failed()) {
            $this->knockOut = KnockOut::Failed;
            $this->knockOutDue = $due;
        }
    }

    /**
     * A person marks a text.
     *
     * @param Questionnaire $asked the questions as they were answered
     * @param int           $mark  points, of 100
     */
    public function mark(Questionnaire $asked, string $question, int $mark): void
    {
        if (true !== $asked->question($question)?->kind->isMarkedByHand()) {
            throw Refused::because('missing');
        }
        $this->marks[$question] = $mark;
        $score = $asked->score($this->answers, $this->marks);
        [$this->score, $this->scoreComplete] = [$score->value, $score->complete];
        ++$this->version;
    }

    public function consent(int $version, \DateTimeImmutable $at): void
    {
        $this->consentVersion = $version;
        $this->consentedAt = $at;
    }

    /** It goes over to another record of the same person. */
    public function belongTo(int $candidate): void
    {
        $this->candidateId = $candidate;
        ++$this->version;
    }

    /** @param list<array{p: int, on: string}> $touches adverts that were followed before, with the days */
    public function cameBy(?int $referral, array $touches): void
    {
        [$this->referralId, $this->touches] = [$referral, $touches];
    }

    public function rate(Fit $fit): void
    {
        $this->fit = $fit->score;
        $this->fitParts = array_map(static fn (Part $p): array => $p->toArray(), $fit->parts);
    }

    /** @throws Refused */
    public function move(Stage $to, ApplicationFacts $facts, \DateTimeImmutable $now): void
    {
        $this->refuse($facts->moveBlockers($to));
        $this->enter($to, $now);
    }

    /** @throws Refused */
    public function closeOut(string $reason, ApplicationFacts $facts, \DateTimeImmutable $now): void
    {
        if (!\in_array($reason, self::CLOSE_REASONS, true)) {
            throw Refused::because('close_reason_missing', 'reason');
        }
        $this->refuse($facts->closeBlockers());
        $this->state = ApplicationState::Closed;
        $this->closedReason = $reason;
        $this->closedAt = $now;
        ++$this->version;
    }

    public function reopen(Stage $stage, \DateTimeImmutable $enteredAt): void
    {
        if (ApplicationState::Closed !== $this->state) {
            throw Refused::because('not_closed');
        }
        $this->state = ApplicationState::Active;
        $this->closedReason = null;
        $this->closedAt = null;
        $this->stage = $stage;
        $this->enteredAt = $enteredAt;
        ++$this->version;
    }

    /** Taking back a move: stage and waiting time as they were. */
    public function putBack(Stage $stage, \DateTimeImmutable $enteredAt): void
    {
        $this->stage = $stage;
        $this->enteredAt = $enteredAt;
        ++$this->version;
    }

    public function decideKnockOut(bool $confirm, int $by, string $reason): void
    {
        if (KnockOut::Failed !== $this->knockOut) {
            throw Refused::because('nothing_to_decide');
        }
        if (!$confirm && '' === trim($reason)) {
            throw Refused::because('reason_missing', 'reason');
        }
        $this->knockOut = $confirm ? KnockOut::Confirmed : KnockOut::Overruled;
        $this->knockOutBy = $by;
        $this->knockOutReason = '' === trim($reason) ? null : trim($reason);
        ++$this->version;
    }

    public function withdraw(): void
    {
        if (ApplicationState::Active !== $this->state) {
            throw Refused::because('not_active');
        }
        $this->state = ApplicationState::Withdrawn;
        ++$this->version;
    }

    /** Someone who signed does not come. */
    public function fallThrough(): void
    {
        if (ApplicationState::Hired !== $this->state) {
            throw Refused::because('not_active');
        }
        $this->state = ApplicationState::Withdrawn;
        ++$this->version;
    }

    public function hire(\DateTimeImmutable $now): void
    {
        $this->state = ApplicationState::Hired;
        $this->enter(Stage::Hired, $now);
    }

    public function enter(Stage $to, \DateTimeImmutable $now): void
    {
        $this->stage = $to;
        $this->enteredAt = $now;
        ++$this->version;
    }

    public function facts(bool $requisitionApproved, bool $offerOpen): ApplicationFacts
    {
        return new ApplicationFacts($this->stage, $this->state, $this->knockOut, $requisitionApproved, true, $offerOpen);
    }

    /** @param list<string> $codes */
    private function refuse(array $codes): void
    {
        Refused::unlessEmpty(array_map(static fn (string $c) => new \Jorvent\Core\Shared\Refusal('', $c), $codes));
    }
}
