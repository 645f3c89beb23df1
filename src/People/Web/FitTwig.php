<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** Parts of fit in words. */
final readonly class FitTwig
{
    public function __construct(private TranslatorInterface $words)
    {
    }

    /** @param array<array-key, mixed> $part as kept with an application */
    #[AsTwigFilter('fit_name')]
    public function name(array $part): string
    {
        $wanted = \is_string($part['wanted'] ?? null) ? $part['wanted'] : '';

        return $this->words->trans('fit.'.(\is_string($part['kind'] ?? null) ? $part['kind'] : 'must'), ['%wanted%' => match ($part['kind'] ?? '') {
            'notice' => $this->day($wanted),
            'pay' => 'EUR '.$this->number((int) $wanted),
            default => $wanted,
        }]);
    }

    /**
     * Why a part is worth what it is: "4 y 2 m, until 2024". Empty where nothing was kept of it.
     *
     * @param array<array-key, mixed> $part
     * @param list<string>            $titles of the jobs, where they are at hand
     */
    #[AsTwigFunction('fit_reason')]
    public function reason(array $part, array $titles = []): string
    {
        $reason = \is_string($part['reason'] ?? null) ? $part['reason'] : '';
        if ('' === $reason) {
            return '';
        }
        $why = \is_array($part['why'] ?? null) ? array_filter($part['why'], is_int(...)) : [];
        $months = $why['months'] ?? 0;
        if ('title' === $reason && isset($titles[$why['job'] ?? -1])) {
            return $this->words->trans('fit.reason.title_of', ['%title%' => $titles[$why['job'] ?? -1]]);
        }
        $length = trim(($months >= 12 ? intdiv($months, 12)."\u{2009}y " : '').($months % 12 > 0 || 0 === $months ? ($months % 12)."\u{2009}m" : ''));

        return $this->words->trans('fit.reason.'.$reason.('used' === $reason && 1 === ($why['now'] ?? 0) ? '_now' : ''), [
            '%length%' => $length, '%year%' => intdiv($why['last'] ?? 0, 12), '%km%' => $why['km'] ?? '', '%years%' => number_format(($why['tenths'] ?? 0) / 10, 1), '%euro%' => $this->number($why['euro'] ?? 0), '%days%' => $why['days'] ?? 0,
        ]);
    }

    private function number(int $n): string
    {
        return number_format($n, 0, '.', "\u{2009}");
    }

    private function day(string $written): string
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $written);

        return false === $day ? $written : $day->format('j M Y');
    }
}
