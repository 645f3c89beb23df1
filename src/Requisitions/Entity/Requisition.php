<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\Wanted;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\BriefState;

#[ORM\Entity]
#[ORM\Table(name: 'requisition')]
class Requisition
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public string $title = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $unitId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $siteId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $recruiterId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $managerId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $positions = 1;

    #[ORM\Column]
    private string $employment = 'permanent';

    #[ORM\Column(type: Types::BIGINT)]
    private ?int $payMin = null;

    #[ORM\Column(type: Types::BIGINT)]
    private ?int $payMax = null;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
    private string $currency;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public ?\DateTimeImmutable $openedOn = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public ?\DateTimeImmutable $targetOn = null;

    #[ORM\Column]
    private ?int $yearsFrom = null;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $musts = [];

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $wishes = [];

    /** @var list<array<array-key, mixed>> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $questions = [];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $description = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public ?string $category = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public BriefState $state = BriefState::Draft;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $query = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column]
    public int $version = 1;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    public ?\DateTimeImmutable $approvedAt = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    public ?\DateTimeImmutable $filledAt = null;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $savedAt;

    /** @param list<array<array-key, mixed>> $competencies */
    public function __construct(
        #[ORM\Column]
        public readonly int $number,
        #[ORM\Column]
        public readonly ?int $profileId,
        #[ORM\Column]
        public readonly ?int $profileVersion,
        #[ORM\Column]
        public readonly int $requesterId,
        #[ORM\Column]
        public readonly ?int $partnerId,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public readonly array $competencies,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
        public \DateTimeImmutable $createdAt,
        Brief $brief,
    ) {
        $this->take($brief);
        $this->savedAt = $createdAt;
        $this->query = self::firstQuery($brief);
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
        if ([] === $this->brief()->differences($brief)) {
            return;
        }
        $this->take($brief);
        ++$this->version;
        $this->savedAt = $now;
    }

    public function ask(\DateTimeImmutable $today): void
    {
        if (!$this->state->isEditable()) {
            throw Refused::because('brief_not_editable');
        }
        Refused::unlessEmpty($this->brief()->askBlockers($today));
        $this->state = BriefState::Asked;
    }

    public function approve(\DateTimeImmutable $now): void
    {
        $this->decide(BriefState::Approved);
        $this->approvedAt = $now;
        $this->openedOn ??= $now->setTime(0, 0);
    }

    public function sendBack(): void
    {
        $this->decide(BriefState::SentBack);
    }

    public function decline(): void
    {
        $this->decide(BriefState::Declined);
    }

    public function fill(\DateTimeImmutable $now): void
    {
        if (BriefState::Approved !== $this->state) {
            throw Refused::because('not_open');
        }
        $this->state = BriefState::Filled;
        $this->filledAt = $now;
    }

    public function search(string $query): void
    {
        $this->query = $query;
    }

    /** Which category boards file it under: about advertising, not about the hire, so it may change after approval. */
    public function fileUnder(?string $category): void
    {
        $this->category = $category;
    }

    public function isApproved(): bool
    {
        return BriefState::Approved === $this->state;
    }

    public function brief(): Brief
    {
        return new Brief(
            $this->title, $this->unitId, $this->siteId, $this->positions, $this->employment, $this->managerId, $this->recruiterId, $this->currency,
            null === $this->payMin ? null : new Money($this->payMin, $this->currency), null === $this->payMax ? null : new Money($this->payMax, $this->currency),
            $this->openedOn, $this->targetOn, $this->yearsFrom, $this->musts, $this->wishes, $this->category, $this->description, $this->questionnaire(),
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

    public function wanted(string $city): Wanted
    {
        return new Wanted($this->musts, $this->wishes, $this->yearsFrom, $city);
    }

    private function decide(BriefState $state): void
    {
        if (BriefState::Asked !== $this->state) {
            throw Refused::because('nothing_to_decide');
        }
        $this->state = $state;
    }

    private function take(Brief $brief): void
    {
        $this->title = $brief->title;
        $this->unitId = $brief->unit;
        $this->siteId = $brief->site;
        $this->positions = $brief->positions ?? 1;
        $this->employment = $brief->employment;
        $this->managerId = $brief->manager;
        $this->recruiterId = $brief->recruiter;
        $this->currency = $brief->currency;
        $this->payMin = $brief->payFrom?->minor;
        $this->payMax = null === $brief->payFrom ? null : ($brief->payTo ?? $brief->payFrom)->minor;
        $this->openedOn = $brief->openedOn;
        $this->targetOn = $brief->targetOn;
        $this->yearsFrom = $brief->yearsFrom;
        $this->musts = $brief->musts;
        $this->wishes = $brief->wishes;
        $this->category = $brief->category;
        $this->description = $brief->description;
        $this->questions = array_map(static fn ($q): array => $q->toArray(), $brief->questions->questions);
    }

    /** The first two musts, each as a phrase where it has several words: broad enough to begin with. */
    private static function firstQuery(Brief $brief): string
    {
        return implode(' AND ', array_map(static fn (string $m): string => str_contains($m, ' ') ? '"'.$m.'"' : $m, \array_slice($brief->musts, 0, 2)));
    }
}
