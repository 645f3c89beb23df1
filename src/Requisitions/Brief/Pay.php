<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/**
 * The pay range of full time, the terms it is stated on, and what comes with it. Amounts are kept in minor units, and
 * once more as full-time years, so that queries can compare ranges stated on different terms.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Pay
{
    /** Some currency has to stand in an empty draft. */
    public const CURRENCY = 'EUR';

    #[ORM\Column(name: 'pay_min', type: Types::BIGINT, nullable: true)]
    private ?int $least;
    #[ORM\Column(name: 'pay_max', type: Types::BIGINT, nullable: true)]
    private ?int $most;
    #[ORM\Column(name: 'year_min', type: Types::BIGINT, nullable: true)]
    private ?int $yearLeast;
    #[ORM\Column(name: 'year_max', type: Types::BIGINT, nullable: true)]
    private ?int $yearMost;
    #[ORM\Column(
        name: 'pay_frequency', type: Types::TEXT, enumType: Frequency::class, options: ['default' => 'year'],
    )]
    private Frequency $frequency;
    /** how often a year */
    #[ORM\Column(options: ['default' => 12])]
    private int $pays;
    /** of a full-time week, in hundredths */
    #[ORM\Column(options: ['default' => 3750])]
    private int $hours;
    /** per cent of full time */
    #[ORM\Column(options: ['default' => 100])]
    private int $share;

    /** @param list<string> $benefits */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
        public string $currency,
        ?Money $from = null,
        ?Money $to = null,
        PayTerms $terms = new PayTerms(),
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
        public array $benefits = [],
    ) {
        [$this->frequency, $this->pays] = [$terms->frequency, $terms->pays];
        [$this->hours, $this->share] = [$terms->hours, $terms->share];
        [$this->least, $this->most] = [$from?->minor, $to?->minor];
        $this->yearLeast = null === $from ? null : $terms->yearly($from)->minor;
        $this->yearMost = null === $to ? null : $terms->yearly($to)->minor;
    }

    public static function read(Decoded $from): self
    {
        $currency = $from->text('currency') ?? self::CURRENCY;

        return new self(
            currency: $currency,
            from: self::money($from->whole('payFrom'), $currency),
            to: self::money($from->whole('payTo'), $currency),
            terms: new PayTerms(
                frequency: Frequency::tryFrom($from->text('frequency') ?? '') ?? Frequency::Year,
                pays: $from->whole('pays') ?? 12,
                hours: $from->whole('hours') ?? 3750,
                share: $from->whole('share') ?? 100,
            ),
            benefits: $from->texts('benefits'),
        );
    }

    /** @return array<string, string|int|list<string>|null> money in minor units */
    public function toArray(): array
    {
        return [
            'payFrom' => $this->least,
            'payTo' => $this->most,
            'frequency' => $this->frequency->value,
            'pays' => $this->pays,
            'hours' => $this->hours,
            'share' => $this->share,
            'benefits' => $this->benefits,
            'currency' => $this->currency,
        ];
    }

    public function from(): ?Money
    {
        return self::money($this->least, $this->currency);
    }

    public function to(): ?Money
    {
        return self::money($this->most, $this->currency);
    }

    public function terms(): PayTerms
    {
        return new PayTerms($this->frequency, $this->pays, $this->hours, $this->share);
    }

    public function yearFrom(): ?Money
    {
        $from = $this->from();

        return null === $from ? null : $this->terms()->yearly($from);
    }

    public function yearTo(): ?Money
    {
        $to = $this->to();

        return null === $to ? null : $this->terms()->yearly($to);
    }

    /** The range as full-time years; null as long as it is not a range. */
    public function band(): ?Band
    {
        [$from, $to] = [$this->yearFrom(), $this->yearTo()];

        return null !== $from && null !== $to && $from->isPositive() && $from->compare($to) < 0
            ? new Band($from, $to)
            : null;
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $refusals = [];
        [$from, $to] = [$this->from(), $this->to()];
        foreach (['payFrom' => $from, 'payTo' => $to] as $field => $amount) {
            if (null !== $amount && !$amount->isPositive()) {
                $refusals[] = new Refusal($field, 'pay_not_positive');
            }
        }
        if (null !== $from && null !== $to && $to->compare($from) < 0) {
            $refusals[] = new Refusal('payTo', 'pay_upside_down');
        }

        return [...$refusals, ...$this->terms()->blockers()];
    }

    private static function money(?int $minor, string $currency): ?Money
    {
        return null === $minor ? null : new Money($minor, $currency);
    }
}
