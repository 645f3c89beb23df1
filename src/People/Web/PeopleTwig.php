<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Drawing\Lifeline;
use Jorvent\Drawing\SpanBar;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** What templates say about people. */
final readonly class PeopleTwig
{
    public function __construct(private TranslatorInterface $words)
    {
    }

    /** @param 'spell'|'school'|'gap'|'unsure' $kind */
    #[AsTwigFunction('span_bar', isSafe: ['html'])]
    public function spanBar(int $from, int $to, int $first, int $last, string $kind): string
    {
        return SpanBar::draw($from, $to, $first, $last, $kind);
    }

    #[AsTwigFunction('span_axis', isSafe: ['html'])]
    public function spanAxis(int $first, int $last): string
    {
        return SpanBar::axis($first, $last);
    }

    /** @param array{jobs: list<array{from: int, to: int, label: string, matched: bool, tied: bool}>, schools: list<array{from: int, to: int, label: string}>, gaps: list<array{from: int, to: int}>, papers: list<array{month: int, label: string}>, first: int, last: int} $life */
    #[AsTwigFunction('lifeline', isSafe: ['html'])]
    public function lifeline(array $life): string
    {
        $said = array_map(static fn (array $j): string => $j['label'].' '.intdiv($j['from'], 12)."\u{2013}".intdiv($j['to'] - 1, 12), $life['jobs']);

        return Lifeline::draw($life['jobs'], $life['schools'], $life['gaps'], $life['papers'], $life['first'], $life['last'], $this->words->trans('lifeline.label', ['%jobs%' => implode('; ', $said)]));
    }

    /** How likely two are one, never as a certainty. */
    #[AsTwigFilter('likeness')]
    public function likeness(float|string $probability): string
    {
        return (float) $probability >= .995 ? "> 99\u{00A0}%" : round(100 * (float) $probability)."\u{00A0}%";
    }

    /** Where someone came from: a way of ours in words, or a board or database by its own name. */
    #[AsTwigFunction('source_name')]
    #[AsTwigFilter('source_name')]
    public function sourceName(string $source): string
    {
        $said = $this->words->trans('source.'.$source);

        return 'source.'.$source === $said ? ucfirst($source) : $said;
    }
}
