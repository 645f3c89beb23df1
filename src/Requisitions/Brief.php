<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Pay\Band;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/** What a brief says, as typed in: every field may still be empty while it is a draft. Dates are days, pay is a year's base. */
final readonly class Brief
{
    public const MAX_POSITIONS = 200;
    public const EMPLOYMENTS = ['permanent', 'fixed_term', 'seasonal', 'apprentice'];
    /** Fields in the order of the page, for saying what differs. */
    public const FIELDS = ['title', 'unit', 'site', 'positions', 'employment', 'manager', 'recruiter', 'payFrom', 'payTo', 'openedOn', 'targetOn', 'yearsFrom', 'musts', 'wishes', 'category', 'description', 'questions'];

    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     */
    public function __construct(
        public string $title,
        public int $unit,
        public int $site,
        public ?int $positions,
        public string $employment,
        public int $manager,
        public int $recruiter,
        public string $currency,
        public ?Money $payFrom,
        public ?Money $payTo,
        public ?\DateTimeImmutable $openedOn,
        public ?\DateTimeImmutable $targetOn,
        public ?int $yearsFrom,
        public array $musts,
        public array $wishes,
        public ?string $category,
        public string $description,
        public Questionnaire $questions,
    ) {
    }

    /** @return list<Refusal> why this can not even be kept as a draft */
    public function draftBlockers(): array
    {
        $refusals = [];
        if (null !== $this->positions && ($this->positions < 1 || $this->positions > self::MAX_POSITIONS)) {
            $refusals[] = new Refusal('positions', 'positions_out_of_range', ['limit' => self::MAX_POSITIONS]);
        }
        if (null !== $this->payFrom && !$this->payFrom->isPositive()) {
            $refusals[] = new Refusal('payFrom', 'pay_not_positive');
        }
        if (null !== $this->payFrom && null !== $this->payTo && $this->payTo->compare($this->payFrom) < 0) {
            $refusals[] = new Refusal('payTo', 'pay_upside_down');
        }
        if (null !== $this->openedOn && null !== $this->targetOn && $this->targetOn < $this->openedOn) {
            $refusals[] = new Refusal('targetOn', 'target_before_opening');
        }
        if (null !== $this->yearsFrom && ($this->yearsFrom < 0 || $this->yearsFrom > 60)) {
            $refusals[] = new Refusal('yearsFrom', 'years_out_of_range');
        }
        foreach ($this->questions->questions as $question) {
            if ($question->weight < 0 || $question->weight > 100) {
                $refusals[] = new Refusal('questions', 'weight_out_of_range');
                break;
            }
        }

        return $refusals;
    }

    /** @return list<Refusal> why approval can not be asked for yet */
    public function askBlockers(\DateTimeImmutable $today): array
    {
        $missing = array_keys(array_filter([
            'title' => '' === $this->title, 'positions' => null === $this->positions, 'payFrom' => null === $this->payFrom, 'payTo' => null === $this->payTo,
            'targetOn' => null === $this->targetOn, 'musts' => [] === $this->musts, 'description' => '' === trim(strip_tags($this->description)),
        ]));
        $refusals = array_map(static fn (string $field): Refusal => new Refusal($field, 'missing'), $missing);
        if (null !== $this->targetOn && $this->targetOn <= $today) {
            $refusals[] = new Refusal('targetOn', 'day_has_passed');
        }

        return [...$this->draftBlockers(), ...$refusals, ...$this->questions->blockers()];
    }

    public function band(): ?Band
    {
        return null !== $this->payFrom && null !== $this->payTo && $this->payFrom->isPositive() && $this->payFrom->compare($this->payTo) < 0 ? new Band($this->payFrom, $this->payTo) : null;
    }

    /** @return list<string> the fields in which two briefs differ */
    public function differences(self $other): array
    {
        $mine = $this->comparable();
        $theirs = $other->comparable();

        return array_values(array_filter(self::FIELDS, static fn (string $f): bool => $mine[$f] !== $theirs[$f]));
    }

    /** @return array<string, scalar|null> each field as one comparable, loggable value */
    public function comparable(): array
    {
        return [
            'title' => $this->title, 'unit' => $this->unit, 'site' => $this->site, 'positions' => $this->positions, 'employment' => $this->employment, 'manager' => $this->manager, 'recruiter' => $this->recruiter,
            'payFrom' => $this->payFrom?->units(), 'payTo' => $this->payTo?->units(), 'openedOn' => $this->openedOn?->format('Y-m-d'), 'targetOn' => $this->targetOn?->format('Y-m-d'), 'yearsFrom' => $this->yearsFrom,
            'musts' => implode("\n", $this->musts), 'wishes' => implode("\n", $this->wishes), 'category' => $this->category, 'description' => $this->description,
            'questions' => json_encode(array_map(static fn ($q): array => $q->toArray(), $this->questions->questions), \JSON_THROW_ON_ERROR),
        ];
    }
}
