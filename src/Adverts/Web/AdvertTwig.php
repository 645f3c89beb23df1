<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Drawing\DayColumns;
use Jorvent\Drawing\PostingBars;
use Jorvent\Drawing\SpendBar;
use Jorvent\Platform\Database\Record;
use Jorvent\Shell\Twig\JorventTwig;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** What adverts bring and cost, drawn. */
final readonly class AdvertTwig
{
    public function __construct(private TranslatorInterface $words, private ClockInterface $clock, private JorventTwig $twig)
    {
    }

    /** @param list<Record> $days */
    #[AsTwigFunction('visits_chart', isSafe: ['html'])]
    public function visitsChart(array $days): string
    {
        $visits = array_map(static fn (Record $r): int => $r->int('visits'), $days);

        return DayColumns::draw($visits, $this->words->trans('visits.label', ['%count%' => array_sum($visits), '%days%' => \count($visits)]));
    }

    /**
     * @param list<array{key: string, name: string, cost: float, days: int, ...}> $offers
     * @param array{keys: list<string>, ...}                                      $best
     */
    #[AsTwigFunction('spend_bar', isSafe: ['html'])]
    public function spendBar(array $offers, array $best, int $sum): string
    {
        $parts = array_map(static fn (array $o): array => ['label' => $o['name'].', '.$o['days'].' d', 'cost' => $o['cost']], array_values(array_filter($offers, static fn (array $o): bool => \in_array($o['key'], $best['keys'], true) && $o['cost'] > 0)));

        return SpendBar::draw($parts, $sum, $this->words->trans('keep'));
    }

    #[AsTwigFunction('gain_dot', isSafe: ['html'])]
    public function gainDot(float $mean, int $low, int $high, float $far, bool $chosen): string
    {
        return SpendBar::gain($mean, $low, $high, max(1.0, $far), $chosen, $this->words->trans('spend.gain', ['%mean%' => number_format($mean, 1), '%low%' => $low, '%high%' => $high]));
    }

    #[AsTwigFunction('posting_run', isSafe: ['html'])]
    public function postingRun(Record $posting, bool $on): string
    {
        $from = $posting->instantOrNull('live_at') ?? $posting->instantOrNull('from_on');
        $until = $on ? $posting->instantOrNull('until') : ($posting->instantOrNull('ended_at') ?? $posting->instantOrNull('until'));

        return PostingBars::run($from, $until, $this->clock->now(), null !== $posting->instantOrNull('live_at'), $this->words->trans('posting.run', ['%from%' => null === $from ? '–' : $this->twig->day($from), '%until%' => null === $until ? '–' : $this->twig->day($until)]));
    }

    #[AsTwigFunction('posting_funnel', isSafe: ['html'])]
    public function postingFunnel(Record $posting): string
    {
        return $this->funnel($posting->int('visits'), $posting->int('started'), $posting->int('applied'), $posting->int('qualified'));
    }

    /** @param list<array{label: string, counts: array<string, float>, ...}> $months */
    #[AsTwigFunction('month_columns', isSafe: ['html'])]
    public function monthColumns(array $months): string
    {
        return DayColumns::draw(array_map(static fn (array $m): int => (int) $m['counts']['visits'], $months), $this->words->trans('visits.months', ['%count%' => \count($months)]));
    }

    #[AsTwigFunction('funnel', isSafe: ['html'])]
    public function funnel(float $visits, float $started, float $finished, float $qualified, float $width = 420): string
    {
        $counts = [(int) $visits, (int) $started, (int) round($finished), (int) round($qualified)];

        return PostingBars::funnel($counts, $this->words->trans('posting.funnel', ['%visits%' => $counts[0], '%started%' => $counts[1], '%applied%' => $counts[2], '%qualified%' => $counts[3]]), $width);
    }

    /** @param array{per: float|null, low: float, high: float|null} $cost */
    #[AsTwigFunction('posting_cost', isSafe: ['html'])]
    public function postingCost(array $cost, ?float $middle): string
    {
        $round = static fn (?float $v): string => null === $v ? '∞' : number_format($v, 0, '.', ' ');

        return PostingBars::cost($cost, $middle, $this->words->trans('posting.cost', ['%per%' => $round($cost['per']), '%low%' => $round($cost['low']), '%high%' => $round($cost['high'])]));
    }
}
