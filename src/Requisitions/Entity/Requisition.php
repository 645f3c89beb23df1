<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Requisitions\Brief;

#[ORM\Entity]
#[ORM\Table(name: 'requisition')]
class Requisition
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $title = '';

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $internalTitle = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    #[Reference('org_unit')]
    public int $unitId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    #[Reference('site')]
    public int $siteId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    #[Reference('account')]
    public int $requesterId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    #[Reference('account')]
    public int $recruiterId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    #[Reference('account')]
    public int $managerId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    public ?int $partnerId = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $positions = 1;

    #[ORM\Column(nullable: true)]
    #[Reference('org_unit')]
    private ?int $costCentreId = null;

    #[ORM\Column(type: Types::STRING, length: 2, nullable: true, options: ['fixed' => true])]
    private ?string $country = null;

    #[ORM\Column(nullable: true)]
    #[Reference('job_family')]
    private ?int $familyId = null;

    #[ORM\Column(nullable: true)]
    private ?int $months = null;

    #[ORM\Column(type: Types::TEXT, options: ['default' => 'no'])]
    private string $remote = 'no';

    #[ORM\Column(type: Types::TEXT, options: ['default' => 'permanent'])]
    private string $employment = 'permanent';

    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $payMin = null;

    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $payMax = null;

    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $yearMin = null;

    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $yearMax = null;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
    private string $currency;

    #[ORM\Column(type: Types::TEXT, options: ['default' => 'year'])]
    private string $payFrequency = 'year';

    #[ORM\Column(options: ['default' => 12])]
    private int $pays = 12;

    #[ORM\Column(options: ['default' => 3750])]
    private int $hours = 3750;

    #[ORM\Column(options: ['default' => 100])]
    private int $share = 100;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $openedOn = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $targetOn = null;

    #[ORM\Column(nullable: true)]
    private ?int $yearsFrom = null;

    #[ORM\Column(nullable: true)]
    private ?int $yearsTo = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $education = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $industry = null;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $musts = [];

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $wishes = [];

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $benefits = [];

    /** @var list<array<array-key, mixed>> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $questions = [];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $questionsVersion = 1;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $description = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $category = null;

    #[ORM\Column(type: Types::TEXT, options: ['default' => 'reach'])]
    private string $visibility = 'reach';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: RequisitionState::class, options: ['default' => 'draft'])]
    public RequisitionState $state = RequisitionState::Draft;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $query = '';

    /** @var list<array<string, mixed>> as Search::toArray() gives them */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $criteria = [];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $version = 1;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $approvedAt = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $filledAt = null;

    /** @var array<array-key, mixed>|null the fields that changes asked for after approval would set, as Brief::toArray() gives them */
    #[ORM\Column(type: Types::JSON, nullable: true, options: ['jsonb' => true])]
    private ?array $amendment = null;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    /** @param list<array<array-key, mixed>> $competencies */
    public function __construct(
        #[ORM\Column]
        public readonly int $number,
        #[ORM\Column(nullable: true)]
        #[Reference('role_profile')]
        public readonly ?int $profileId,
        #[ORM\Column(nullable: true)]
        public readonly ?int $profileVersion,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $competencies,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
        Brief $brief,
        Questionnaire $questions,
    ) {
        $this->take($brief);
        $this->askQuestions($questions);
        $this->savedAt = $createdAt;
    }

    /** @throws Refused when the brief is not open for writing or was saved by someone else since version $seen */
    public function save(Brief $brief, int $seen, \DateTimeImmutable $now): void
    {
        if (!$this->state->isEditable()) {
            throw Refused::because('brief_not_editable');
        }
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        Refused::unlessEmpty($brief->draftBlockers());
        $this->accept($brief, $now);
    }

    /**
     * Changes after approval: what may change freely does, what asks for approval waits beside the brief that stands.
     *
     * @param list<string> $free fields
     * @param list<string> $asks fields
     *
     * @return bool whether approval has to be asked for
     */
    public function amend(Brief $brief, int $seen, array $free, array $asks, \DateTimeImmutable $now): bool
    {
        if (!$this->state->isUnderWay()) {
            throw Refused::because('brief_not_editable');
        }
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        if (null !== $this->amendment) {
            throw Refused::because('amendment_open');
        }
        $changed = $this->brief()->differences($brief);
        if ([] !== $closed = array_diff($changed, $free, $asks)) {
            throw Refused::because('field_closed', array_values($closed)[0]);
        }
        Refused::unlessEmpty($brief->draftBlockers());
        $wanted = $brief->toArray();
        $standing = $this->brief()->toArray();
        $this->accept(Brief::fromArray([...$standing, ...array_intersect_key($wanted, array_flip($free))]), $now);
        if ([] === array_intersect($changed, $asks)) {
            return false;
        }
        $this->amendment = array_intersect_key($wanted, array_flip([...array_intersect($changed, $asks), 'currency']));

        return true;
    }

    public function amendment(): ?Brief
    {
        return null === $this->amendment ? null : Brief::fromArray([...$this->brief()->toArray(), ...$this->amendment]);
    }

    /** Takes over the changes that were agreed to, or drops them; what was freely changed meanwhile stays. */
    public function closeAmendment(bool $agreed, \DateTimeImmutable $now): void
    {
        $amendment = $this->amendment() ?? throw Refused::because('nothing_to_decide');
        $this->amendment = null;
        if ($agreed) {
            $this->accept($amendment, $now);
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
        $this->openedOn ??= $now->setTime(0, 0);
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

    public function changePositions(int $positions, int $signed): void
    {
        if (!$this->state->isUnderWay()) {
            throw Refused::because('not_open');
        }
        if ($positions < max(1, $signed) || $positions > Brief::MAX_POSITIONS) {
            throw Refused::because('positions_below_signed', 'positions', ['signed' => $signed]);
        }
        $this->positions = $positions;
        ++$this->version;
    }

    /** What was last looked for, by whoever looked, written where it is looked for (People\Web\SourcingPage); empty before. */
    public function lastSearch(): Search
    {
        return Search::fromArray(['text' => $this->query, 'criteria' => $this->criteria]);
    }

    /** Which category boards file it under: about advertising, not about the hire, so it may change after approval. */
    public function fileUnder(?string $category): void
    {
        $this->category = $category;
    }

    public function isApproved(): bool
    {
        return RequisitionState::Approved === $this->state;
    }

    /** @param bool $anew as a new version, for someone has answered the one before */
    public function askQuestions(Questionnaire $questions, bool $anew = false): void
    {
        $this->questions = $questions->toArray();
        $this->questionsVersion += $anew ? 1 : 0;
    }

    public function brief(): Brief
    {
        $money = fn (?int $minor): ?Money => null === $minor ? null : new Money($minor, $this->currency);

        return new Brief(
            $this->title, $this->unitId, $this->siteId, $this->positions, $this->requesterId, $this->managerId, $this->recruiterId, $this->currency, $money($this->payMin), $money($this->payMax), $this->openedOn, $this->targetOn, $this->yearsFrom, $this->musts, $this->wishes, $this->category, $this->description,
            $this->employment, $this->internalTitle, $this->costCentreId, $this->country, $this->familyId, $this->partnerId, $this->months, $this->remote, $this->yearsTo, $this->education, $this->industry, $this->benefits, new PayTerms(Frequency::from($this->payFrequency), $this->pays, $this->hours, $this->share), $this->visibility,
        );
    }

    public function questionnaire(): Questionnaire
    {
        return Questionnaire::fromArray($this->questions);
    }

    public function band(): ?Band
    {
        return $this->brief()->band();
    }

    private function accept(Brief $brief, \DateTimeImmutable $now): void
    {
        if ([] === $this->brief()->differences($brief)) {
            return;
        }
        $this->take($brief);
        ++$this->version;
        $this->savedAt = $now;
    }

    private function take(Brief $brief): void
    {
        [$this->title, $this->internalTitle, $this->unitId, $this->costCentreId, $this->siteId, $this->country, $this->familyId, $this->industry] = [$brief->title, $brief->internalTitle, $brief->unit, $brief->costCentre, $brief->site, $brief->country, $brief->family, $brief->industry];
        [$this->requesterId, $this->managerId, $this->recruiterId, $this->partnerId] = [$brief->requester, $brief->manager, $brief->recruiter, $brief->partner];
        [$this->positions, $this->employment, $this->months, $this->remote, $this->visibility] = [$brief->positions ?? 1, $brief->employment, $brief->months, $brief->remote, $brief->visibility];
        [$this->currency, $this->payFrequency, $this->pays, $this->hours, $this->share] = [$brief->currency, $brief->pay->frequency->value, $brief->pay->pays, $brief->pay->hours, $brief->pay->share];
        $this->payMin = $brief->payFrom?->minor;
        $this->payMax = null === $brief->payFrom ? null : ($brief->payTo ?? $brief->payFrom)->minor;
        $this->yearMin = $brief->yearFrom()?->minor;
        $this->yearMax = null === $this->payMax ? null : $brief->pay->yearly(new Money($this->payMax, $brief->currency))->minor;
        [$this->openedOn, $this->targetOn, $this->yearsFrom, $this->yearsTo, $this->education] = [$brief->openedOn, $brief->targetOn, $brief->yearsFrom, $brief->yearsTo, $brief->education];
        [$this->musts, $this->wishes, $this->benefits, $this->category, $this->description] = [$brief->musts, $brief->wishes, $brief->benefits, $brief->category, $brief->description];
    }

    /** The first two musts, each as a phrase where it has several words: broad enough to begin with. */
}
