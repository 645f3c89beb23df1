<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

/** Which language of an advert is shown, and which sum is to be spent next, as it is typed. */
final readonly class AdvertsAsked
{
    private const USUAL_SUM = 500;
    private const LARGEST_SUM = 1_000_000;

    public function __construct(public string $in = 'en', public ?string $sum = null)
    {
    }

    /** In whole euro. */
    public function sum(): int
    {
        return $this->isSumWrong() || null === $this->sum ? self::USUAL_SUM : (int) $this->digits();
    }

    public function isSumWrong(): bool
    {
        $digits = $this->digits();
        $fits = 1 === preg_match('/^\d{1,7}$/D', $digits) && (int) $digits > 0 && (int) $digits <= self::LARGEST_SUM;

        return null !== $this->sum && !$fits;
    }

    /** Thousands may be set apart. */
    private function digits(): string
    {
        return (string) preg_replace('/[\s\x{00A0}\x{202F},.]/u', '', $this->sum ?? '');
    }
}
