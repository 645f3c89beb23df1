<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Money;

/** What an advert costs on a board. */
final readonly class Price
{
    /**
     * @param Money|null $amount per posting, click, application or month; null when it is free
     * @param int|null   $days   how long one payment for a posting runs; null for as long as it stands
     * @param int|null   $quota  postings a month that a subscription holds
     */
    public function __construct(
        public PriceKind $kind,
        public ?Money $amount = null,
        public ?int $days = null,
        public ?int $quota = null,
    ) {
    }

    /**
     * What one posting cost so far.
     *
     * @param int $runs          how often it was paid for: once, and once for each renewal
     * @param int $clicks        visits that came from it
     * @param int $applications  that came from it
     * @param int $shareOfMonths in thousandths of a month: the part of each month's fee that fell to it
     */
    public function cost(int $runs, int $clicks, int $applications, int $shareOfMonths = 0): ?Money
    {
        return match ($this->kind) {
            PriceKind::Free => null,
            PriceKind::Posting => $this->amount?->times($runs),
            PriceKind::Click => $this->amount?->times($clicks),
            PriceKind::Application => $this->amount?->times($applications),
            PriceKind::Subscription => $this->amount?->times($shareOfMonths, 1000),
        };
    }

    /** What is known to be due for posting once more; null when only use is charged or nothing is. */
    public function known(): ?Money
    {
        return PriceKind::Posting === $this->kind ? $this->amount : null;
    }

    /** @param array<array-key, mixed> $data as toArray() gives */
    public static function fromArray(array $data): self
    {
        $read = new Decoded($data);
        $kind = PriceKind::tryFrom($read->text('kind') ?? '') ?? PriceKind::Free;
        [$minor, $currency] = [$read->whole('amount'), $read->text('currency')];
        if (null === $minor || null === $currency || PriceKind::Free === $kind) {
            return new self(PriceKind::Free);
        }

        return new self($kind, new Money($minor, $currency), $read->whole('days'), $read->whole('quota'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'amount' => $this->amount?->minor,
            'currency' => $this->amount?->currency,
            'days' => $this->days,
            'quota' => $this->quota,
        ];
    }
}
