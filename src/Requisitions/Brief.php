<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/** What a brief says, as typed in: every field may still be empty while it is a draft. Dates are days; pay is of full time, stated on $pay's terms. The description is sanitised HTML. */
final readonly class Brief
{
    public const MAX_POSITIONS = 200;
    public const EMPLOYMENTS = ['permanent', 'fixed_term', 'seasonal', 'apprentice'];
    public const REMOTE = ['no', 'partly', 'fully'];
    /** Levels by ISCED 2011: 3, 4, 6, 7, 8. */
    public const EDUCATION = ProfileContent::EDUCATION;
    /** Sections of NACE Rev. 2. */
    public const INDUSTRIES = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J', 'K', 'L', 'M', 'N', 'O', 'P', 'Q', 'R', 'S'];
    public const VISIBILITY = ['reach', 'recruiters', 'department', 'team'];
    /** Fields in the order of the page. */
    public const FIELDS = ['title', 'internalTitle', 'positions', 'employment', 'months', 'share', 'hours', 'requester', 'manager', 'recruiter', 'partner', 'unit', 'costCentre', 'site', 'country', 'remote', 'family', 'industry', 'openedOn', 'targetOn', 'musts', 'wishes', 'education', 'yearsFrom', 'yearsTo', 'payFrom', 'payTo', 'frequency', 'pays', 'benefits', 'category', 'visibility', 'description'];

    /**
     * @param int|null     $family   job family: the function the role has
     * @param int|null     $months   length of a contract that ends
     * @param list<string> $musts
     * @param list<string> $wishes
     * @param list<string> $benefits
     */
    public function __construct(
        public string $title,
        public int $unit,
        public int $site,
        public ?int $positions,
        public int $requester,
        public int $manager,
        public int $recruiter,
        public string $currency,
        public ?Money $payFrom = null,
        public ?Money $payTo = null,
        public ?\DateTimeImmutable $openedOn = null,
        public ?\DateTimeImmutable $targetOn = null,
        public ?int $yearsFrom = null,
        public array $musts = [],
        public array $wishes = [],
        public ?string $category = null,
        public string $description = '',
        public string $employment = 'permanent',
        public ?string $internalTitle = null,
        public ?int $costCentre = null,
        public ?string $country = null,
        public ?int $family = null,
        public ?int $partner = null,
        public ?int $months = null,
        public string $remote = 'no',
        public ?int $yearsTo = null,
        public ?string $education = null,
        public ?string $industry = null,
        public array $benefits = [],
        public PayTerms $pay = new PayTerms(),
        public string $visibility = 'reach',
    ) {
    }

    /** @return list<Refusal> why this can not even be kept as a draft */
    public function draftBlockers(): array
    {
        return [...array_values(array_filter([
            null !== $this->positions && ($this->positions < 1 || $this->positions > self::MAX_POSITIONS) ? new Refusal('positions', 'positions_out_of_range', ['limit' => self::MAX_POSITIONS]) : null,
            null !== $this->months && ($this->months < 1 || $this->months > 120) ? new Refusal('months', 'months_out_of_range') : null,
            null !== $this->payFrom && !$this->payFrom->isPositive() ? new Refusal('payFrom', 'pay_not_positive') : null,
            null !== $this->payFrom && null !== $this->payTo && $this->payTo->compare($this->payFrom) < 0 ? new Refusal('payTo', 'pay_upside_down') : null,
            null !== $this->openedOn && null !== $this->targetOn && $this->targetOn < $this->openedOn ? new Refusal('targetOn', 'target_before_opening') : null,
            null !== $this->yearsFrom && ($this->yearsFrom < 0 || $this->yearsFrom > 60) ? new Refusal('yearsFrom', 'years_out_of_range') : null,
            null !== $this->yearsTo && ($this->yearsTo < ($this->yearsFrom ?? 0) || $this->yearsTo > 60) ? new Refusal('yearsTo', 'years_upside_down') : null,
        ])), ...$this->pay->blockers()];
    }

    /** @return list<Refusal> why approval can not be asked for yet */
    public function askBlockers(\DateTimeImmutable $today): array
    {
        $missing = array_keys(array_filter([
            'title' => '' === $this->title, 'positions' => null === $this->positions, 'months' => null === $this->months && \in_array($this->employment, ['fixed_term', 'seasonal'], true), 'payFrom' => null === $this->payFrom, 'payTo' => null === $this->payTo,
            'targetOn' => null === $this->targetOn, 'musts' => [] === $this->musts, 'description' => '' === trim(strip_tags($this->description)),
        ]));
        $refusals = array_map(static fn (string $field): Refusal => new Refusal($field, 'missing'), $missing);
        if (null !== $this->targetOn && $this->targetOn <= $today) {
            $refusals[] = new Refusal('targetOn', 'day_has_passed');
        }

        return [...$this->draftBlockers(), ...$refusals];
    }

    /** The pay range as full-time years. */
    public function band(): ?Band
    {
        $from = $this->yearFrom();
        $to = $this->yearTo();

        return null !== $from && null !== $to && $from->isPositive() && $from->compare($to) < 0 ? new Band($from, $to) : null;
    }

    public function yearFrom(): ?Money
    {
        return null === $this->payFrom ? null : $this->pay->yearly($this->payFrom);
    }

    public function yearTo(): ?Money
    {
        return null === $this->payTo ? null : $this->pay->yearly($this->payTo);
    }

    /** @return list<string> the fields in which two briefs differ */
    public function differences(self $other): array
    {
        $mine = $this->toArray();
        $theirs = $other->toArray();

        return array_values(array_filter(self::FIELDS, static fn (string $f): bool => $mine[$f] !== $theirs[$f]));
    }

    /** @return array<string, scalar|list<string>|null> as kept with each version; money in minor units */
    public function toArray(): array
    {
        return [
            'title' => $this->title, 'internalTitle' => $this->internalTitle, 'positions' => $this->positions, 'employment' => $this->employment, 'months' => $this->months, 'share' => $this->pay->share, 'hours' => $this->pay->hours,
            'requester' => $this->requester, 'manager' => $this->manager, 'recruiter' => $this->recruiter, 'partner' => $this->partner, 'unit' => $this->unit, 'costCentre' => $this->costCentre, 'site' => $this->site, 'country' => $this->country, 'remote' => $this->remote, 'family' => $this->family, 'industry' => $this->industry,
            'openedOn' => $this->openedOn?->format('Y-m-d'), 'targetOn' => $this->targetOn?->format('Y-m-d'), 'musts' => $this->musts, 'wishes' => $this->wishes, 'education' => $this->education, 'yearsFrom' => $this->yearsFrom, 'yearsTo' => $this->yearsTo,
            'payFrom' => $this->payFrom?->minor, 'payTo' => $this->payTo?->minor, 'frequency' => $this->pay->frequency->value, 'pays' => $this->pay->pays, 'benefits' => $this->benefits, 'category' => $this->category, 'visibility' => $this->visibility, 'description' => $this->description, 'currency' => $this->currency,
        ];
    }

    /** @param array<array-key, mixed> $a as toArray() gives it; what an older version did not have yet stays at its default */
    public static function fromArray(array $a): self
    {
        $text = static fn (string $f): ?string => \is_string($a[$f] ?? null) ? $a[$f] : null;
        $int = static fn (string $f): ?int => \is_int($a[$f] ?? null) ? $a[$f] : null;
        $list = static fn (string $f): array => array_values(array_filter(\is_array($a[$f] ?? null) ? $a[$f] : [], is_string(...)));
        $day = static fn (string $f): ?\DateTimeImmutable => null === $text($f) ? null : new \DateTimeImmutable($text($f), new \DateTimeZone('UTC'));
        $currency = $text('currency') ?? 'EUR';
        $money = static fn (string $f): ?Money => null === $int($f) ? null : new Money($int($f), $currency);

        return new self(
            $text('title') ?? '', $int('unit') ?? 0, $int('site') ?? 0, $int('positions'), $int('requester') ?? 0, $int('manager') ?? 0, $int('recruiter') ?? 0, $currency, $money('payFrom'), $money('payTo'), $day('openedOn'), $day('targetOn'), $int('yearsFrom'), $list('musts'), $list('wishes'), $text('category'), $text('description') ?? '',
            $text('employment') ?? 'permanent', $text('internalTitle'), $int('costCentre'), $text('country'), $int('family'), $int('partner'), $int('months'), $text('remote') ?? 'no', $int('yearsTo'), $text('education'), $text('industry'), $list('benefits'),
            new PayTerms(Frequency::tryFrom($text('frequency') ?? '') ?? Frequency::Year, $int('pays') ?? 12, $int('hours') ?? 3750, $int('share') ?? 100), $text('visibility') ?? 'reach',
        );
    }
}
