<?php

declare(strict_types=1);

namespace Jorvent\Shell\Twig;

use Jorvent\Core\Shared\Money;
use Jorvent\Drawing\BandRuler;
use Jorvent\Drawing\DaysBar;
use Jorvent\Drawing\Figures;
use Jorvent\Drawing\FitBar;
use Jorvent\Drawing\GainBar;
use Jorvent\Drawing\LadderBar;
use Jorvent\Drawing\Mark;
use Jorvent\Drawing\ProcessBand;
use Jorvent\Drawing\ShareBar;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** What templates can say and draw. */
final readonly class JorventTwig
{
    public function __construct(private ClockInterface $clock, private TranslatorInterface $words)
    {
    }

    /** Minor units as "NOK 698 000"; cents only when there are any. */
    #[AsTwigFilter('money')]
    public function money(int|string|null $minor, string $currency, string $locale = 'en'): string
    {
        if (null === $minor) {
            return '–';
        }
        $digits = Money::digits($currency);
        $cents = abs((int) $minor) % 10 ** $digits;

        return $currency."\u{00A0}".Figures::thousands((new Money((int) $minor, $currency))->units()).(0 === $cents ? '' : ('en' === $locale ? '.' : ',').str_pad((string) $cents, $digits, '0', \STR_PAD_LEFT));
    }

    /** Minor units as one types them: "620 000", with decimals only when there are any. */
    #[AsTwigFilter('amount')]
    public function amount(int $minor, string $currency): string
    {
        return trim(str_replace([$currency, "\u{00A0}"], ['', ' '], $this->money($minor, $currency)));
    }

    #[AsTwigFilter('num')]
    public function num(int|string|null $number): string
    {
        return null === $number ? '–' : Figures::thousands((int) $number);
    }

    #[AsTwigFilter('hundredths')]
    public function hundredths(?int $value): string
    {
        return null === $value ? '–' : Figures::hundredths($value);
    }

    /** A day as "Tue 27 Jan", with the year when it is not this one. */
    #[AsTwigFilter('day')]
    public function day(string|\DateTimeInterface|null $day, string $zone = 'UTC'): string
    {
        if (null === $day) {
            return '–';
        }
        $at = (\is_string($day) ? new \DateTimeImmutable($day) : \DateTimeImmutable::createFromInterface($day))->setTimezone(new \DateTimeZone($zone));

        return $at->format($at->format('Y') === $this->clock->now()->format('Y') ? 'D j M' : 'D j M Y');
    }

    /** The kept copy of a mail: where a personal link stood, it says so. */
    #[AsTwigFilter('kept_mail')]
    public function keptMail(?string $text): string
    {
        return Secret::shown($text ?? '', $this->words->trans('mail.link_was_here'));
    }

    #[AsTwigFilter('moment')]
    public function moment(string|\DateTimeInterface|null $at, string $zone): string
    {
        if (null === $at) {
            return '–';
        }
        $local = (\is_string($at) ? new \DateTimeImmutable($at) : \DateTimeImmutable::createFromInterface($at))->setTimezone(new \DateTimeZone($zone));

        return $this->day($local, $zone).', '.$local->format('H:i');
    }

    #[AsTwigFilter('clock')]
    public function time(string|\DateTimeInterface $at, string $zone): string
    {
        return (\is_string($at) ? new \DateTimeImmutable($at) : \DateTimeImmutable::createFromInterface($at))->setTimezone(new \DateTimeZone($zone))->format('H:i');
    }

    #[AsTwigFilter('long_day')]
    public function longDay(string|\DateTimeInterface $day, string $locale): string
    {
        $at = \is_string($day) ? new \DateTimeImmutable($day, new \DateTimeZone('UTC')) : $day;

        return (string) (new \IntlDateFormatter('en' === $locale ? 'en_GB' : $locale, \IntlDateFormatter::LONG, \IntlDateFormatter::NONE, 'UTC'))->format($at);
    }

    #[AsTwigFilter('long_moment')]
    public function longMoment(string|\DateTimeInterface $at, string $locale, string $zone): string
    {
        return (string) (new \IntlDateFormatter('en' === $locale ? 'en_GB' : $locale, \IntlDateFormatter::FULL, \IntlDateFormatter::SHORT, $zone))->format(\is_string($at) ? new \DateTimeImmutable($at) : $at);
    }

    /** Days since a moment, in whole days. */
    #[AsTwigFilter('days_since')]
    public function daysSince(string|\DateTimeInterface $at): int
    {
        return intdiv($this->clock->now()->getTimestamp() - (\is_string($at) ? new \DateTimeImmutable($at) : $at)->getTimestamp(), 86400);
    }

    /** @return array<array-key, mixed> */
    #[AsTwigFilter('json')]
    public function json(?string $text): array
    {
        $value = json_decode($text ?? '[]', true);

        return \is_array($value) ? $value : [];
    }

    #[AsTwigFunction('mark', isSafe: ['html'])]
    public function mark(string $kind, ?string $label = null, int $size = 14): string
    {
        return Mark::draw($kind, $label, $size);
    }

    /** @param array<array-key, mixed> $parts as kept with an application */
    #[AsTwigFunction('fit_bar', isSafe: ['html'])]
    public function fitBar(array $parts, ?int $score, float $width = 96, bool $letters = false): string
    {
        /** @var array<string, string> $known */
        static $known = [];
        $clean = [];
        $said = [];
        foreach ($parts as $part) {
            if (\is_array($part) && \is_int($part['weight'] ?? null) && \is_string($part['coverage'] ?? null) && \is_string($part['letter'] ?? null) && \is_string($part['wanted'] ?? null) && \is_string($part['kind'] ?? null)) {
                $clean[] = ['weight' => $part['weight'], 'coverage' => $part['coverage'], 'letter' => $part['letter'], 'wanted' => $part['wanted']];
                // a page says the same of many people
                $said[] = $known[$part['letter'].$part['kind'].$part['wanted'].'|'.$part['coverage']] ??= $part['letter'].' '.$this->words->trans('fit.'.$part['kind'], ['%wanted%' => $part['wanted']]).' '.$this->words->trans('coverage.'.$part['coverage']);
            }
        }

        return FitBar::draw($clean, $this->words->trans('fit.bar', ['%score%' => $score ?? '–']).': '.implode(', ', $said), $width, $letters);
    }

    #[AsTwigFunction('days_bar', isSafe: ['html'])]
    public function daysBar(int $days, int $limit, float $width = 58): string
    {
        return DaysBar::draw($days, $limit, $width);
    }

    #[AsTwigFunction('days_tone')]
    public function daysTone(int $days, int $limit): string
    {
        return DaysBar::tone($days, $limit);
    }

    #[AsTwigFunction('ladder_bar', isSafe: ['html'])]
    public function ladderBar(int $alone, int $left, int $population): string
    {
        return LadderBar::draw($alone, $left, $population);
    }

    /** @param list<int> $stretches */
    #[AsTwigFunction('process_band', isSafe: ['html'])]
    public function processBand(array $stretches): string
    {
        return ProcessBand::draw($stretches);
    }

    #[AsTwigFunction('band_ruler', isSafe: ['html'])]
    public function bandRuler(int $bottom, int $top, ?int $from, ?int $to, string $label, float $width = 700): string
    {
        return BandRuler::draw($bottom, $top, $from, $to, $label, $width);
    }

    /** @param array<string, int|null> $cells */
    #[AsTwigFunction('shares', isSafe: ['html'])]
    public function shares(array $cells): string
    {
        return ShareBar::draw($cells, implode(', ', array_map(static fn (?int $n): string => null === $n ? '·' : (string) $n, $cells)));
    }

    /**
     * Data of a refusal, reason or fact as parameters of its sentence; whole numbers with their thousands apart.
     *
     * @param array<array-key, mixed> $data
     *
     * @return array<string, mixed>
     */
    #[AsTwigFilter('params')]
    public function params(array $data): array
    {
        $parameters = [];
        foreach ($data as $name => $value) {
            $parameters['%'.$name.'%'] = \is_int($value) && 'count' !== $name ? Figures::thousands($value) : $value;
        }

        return $parameters;
    }

    /** Long values cut for a table cell. */
    /** What the log holds of a field, as a line: of a list what is no list itself. */
    #[AsTwigFilter('log_value')]
    public function logValue(mixed $value): string
    {
        $texts = array_filter(\is_array($value) ? $value : [$value], is_scalar(...));

        return $this->cut(implode(', ', array_map(strval(...), $texts)));
    }

    #[AsTwigFilter('u_cut')]
    public function cut(string $text): string
    {
        return mb_strimwidth($text, 0, 60, '…');
    }

    #[AsTwigFunction('gain_bar', isSafe: ['html'])]
    public function gainBar(int $now, int $more, int $scale, float $width = 150): string
    {
        return GainBar::draw($now, $more, $scale, $width);
    }

    #[AsTwigFilter('repeat')]
    public function repeat(string $text, int $times): string
    {
        return str_repeat($text, max(0, $times));
    }

    #[AsTwigFunction('today')]
    public function today(): \DateTimeImmutable
    {
        return $this->clock->now();
    }
}
