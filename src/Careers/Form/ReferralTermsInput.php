<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\ReferralTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;

/** The terms of referrals, as they are typed. */
final class ReferralTermsInput
{
    public ?string $version;
    public ?string $credit;
    public ?string $currency;
    public ?int $afterDays;
    public ?string $domains;

    public function __construct(ReferralTerms $terms)
    {
        $this->version = (string) $terms->version();
        $credit = $terms->credit();
        $this->credit = null === $credit ? null : self::written($credit);
        [$this->currency, $this->afterDays] = [$terms->currency(), $terms->afterDays()];
        $this->domains = implode("\n", $terms->domains());
    }

    /**
     * @return Money|null null when nothing is typed
     *
     * @throws Refused at credit
     */
    public function money(): ?Money
    {
        if (null === $this->credit) {
            return null;
        }

        return Money::parse($this->credit, $this->currency ?? '') ?? throw Refused::because('amount_wrong', 'credit');
    }

    /** With its smaller units only where there are some. */
    private static function written(Money $credit): string
    {
        $digits = Money::digits($credit->currency);
        $isWhole = 0 === $credit->minor % 10 ** $digits;

        return number_format($credit->minor / 10 ** $digits, $isWhole ? 0 : $digits, '.', '');
    }
}
