<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/**
 * What would be posted: one text in one language. Pay is the range as told, in whole units of the currency, or null when
 * it is not shown.
 */
final readonly class Advert
{
    /** What we file adverts under; each board names these in its own way. */
    public const CATEGORIES = ['Deck', 'Engine', 'Yard', 'Ashore', 'Passengers'];

    public function __construct(
        public string $title,
        public string $html,
        public string $text,
        public string $city,
        public ?string $category,
        public \DateTimeImmutable $openedOn,
        public ?int $payFrom = null,
        public ?int $payTo = null,
        public string $currency = 'EUR',
        public string $frequency = 'year',
        public string $region = '',
        public string $postcode = '',
        public string $country = '',
        public string $remote = 'no',
        public string $locale = 'en',
    ) {
    }

    public function words(): int
    {
        return (int) preg_match_all('/[\p{L}\p{N}][\p{L}\p{N}\'’\-]*/u', $this->text);
    }

    public function payShown(): bool
    {
        return null !== $this->payFrom || null !== $this->payTo;
    }

    /** The pay in one line, "620 000-760 000 NOK", or nothing. */
    public function pay(): string
    {
        $amounts = array_unique(array_filter([$this->payFrom, $this->payTo], is_int(...)));
        $figures = array_map(static fn (int $n): string => number_format($n, 0, '', ' '), $amounts);

        return [] === $figures ? '' : implode('–', $figures).' '.$this->currency;
    }

    /** @return list<string> names of elements used, each once */
    public function elements(): array
    {
        preg_match_all('/<([a-z][a-z0-9]*)\b/', $this->html, $found);

        return array_values(array_unique($found[1]));
    }

    /** Tells two states of an advert apart: what a board shows is stale when this differs from what was sent to it. */
    public function fingerprint(): string
    {
        return hash('sha256', implode("\x1F", [
            $this->title, $this->html, $this->city, $this->region, $this->postcode, $this->country,
            $this->category ?? '', $this->pay(), $this->frequency, $this->remote, $this->locale,
        ]));
    }
}
