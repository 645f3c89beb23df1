<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** An amount in minor units (øre, cents) of an ISO 4217 currency. Never a float; every division names its rounding. */
final readonly class Money
{
    /** Minor digits by ISO 4217 (list one); all others have two. */
    private const DIGITS = ['ISK' => 0, 'JPY' => 0, 'KRW' => 0, 'CLP' => 0, 'VND' => 0, 'BHD' => 3, 'KWD' => 3, 'TND' => 3];

    public function __construct(public int $minor, public string $currency)
    {
        if (1 !== preg_match('/^[A-Z]{3}$/', $currency)) {
            throw new \LogicException('A currency is three capital letters, not "'.$currency.'".');
        }
    }

    public static function digits(string $currency): int
    {
        return self::DIGITS[$currency] ?? 2;
    }

    public static function major(int $units, string $currency): self
    {
        return new self($units * 10 ** self::digits($currency), $currency);
    }

    /**
     * What a person typed: "698 000", "698,000", "698.000,50", "41k". Null when it is not an amount.
     * A single separator followed by exactly three digits sets thousands apart; a last separator followed by one or two digits is the decimal sign.
     */
    public static function parse(string $text, string $currency): ?self
    {
        $text = (string) preg_replace('/[\s\x{00A0}\x{2009}\x{202F}\'’]|'.preg_quote($currency, '/').'/u', '', trim($text));
        $text = str_replace("\u{2212}", '-', $text);
        if (1 === preg_match('/^(-?\d{1,7})k$/i', $text, $m)) {
            return self::major(1000 * (int) $m[1], $currency);
        }
        if (1 !== preg_match('/^(-?)(\d{1,3}(?:[.,]\d{3})+|\d{1,12})(?:[.,](\d{1,2}))?$/', $text, $m)) {
            return null;
        }
        $digits = self::digits($currency);
        $fraction = $m[3] ?? '';
        if (\strlen($fraction) > $digits) {
            return null;
        }
        $minor = (int) str_replace(['.', ','], '', $m[2]) * 10 ** $digits + (int) str_pad($fraction, $digits, '0');

        return new self('-' === $m[1] ? -$minor : $minor, $currency);
    }

    public function plus(self $other): self
    {
        return new self($this->minor + $this->same($other)->minor, $this->currency);
    }

    public function minus(self $other): self
    {
        return new self($this->minor - $this->same($other)->minor, $this->currency);
    }

    /** This amount times a fraction, rounded half away from zero. */
    public function times(int $numerator, int $denominator = 1): self
    {
        if ($denominator <= 0) {
            throw new \LogicException('A denominator is positive.');
        }
        if (0 !== $numerator && abs($this->minor) > intdiv(\PHP_INT_MAX, 2 * abs($numerator))) {
            throw new \LogicException('The product is beyond 64 bits.');
        }
        $product = $this->minor * $numerator;
        $sign = $product < 0 ? -1 : 1;

        return new self($sign * intdiv(2 * abs($product) + $denominator, 2 * $denominator), $this->currency);
    }

    /** @return int below, at or above zero, as by the spaceship operator */
    public function compare(self $other): int
    {
        return $this->minor <=> $this->same($other)->minor;
    }

    public function isPositive(): bool
    {
        return $this->minor > 0;
    }

    /** Whole units, cut off towards zero. */
    public function units(): int
    {
        return intdiv($this->minor, 10 ** self::digits($this->currency));
    }

    /** As one types it: "620 000", with decimals only when there are any. */
    public function grouped(): string
    {
        $digits = self::digits($this->currency);
        $fraction = abs($this->minor) % 10 ** $digits;
        $units = number_format(abs($this->units()), 0, '', ' ');

        return ($this->minor < 0 ? '-' : '').$units
            .(0 === $fraction ? '' : '.'.str_pad((string) $fraction, $digits, '0', \STR_PAD_LEFT));
    }

    private function same(self $other): self
    {
        if ($other->currency !== $this->currency) {
            throw new \LogicException(\sprintf('%s and %s do not mix.', $this->currency, $other->currency));
        }

        return $other;
    }
}
