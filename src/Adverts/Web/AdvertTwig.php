<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\Analysed;
use Jorvent\Adverts\AnalysisLine;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\SpendAdvice;
use Jorvent\Adverts\SpendOffer;
use Jorvent\Core\Adverts\ExpectedYield;
use Jorvent\Drawing\DayColumns;
use Jorvent\Drawing\Figures;
use Jorvent\Drawing\PostingBars;
use Jorvent\Drawing\SpendBar;
use Jorvent\Shell\Twig\JorventTwig;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** What adverts bring and cost, drawn. */
final readonly class AdvertTwig
{
    private const FUNNEL_WIDTH = 390;
    /** Beside ten more columns. */
    private const NARROW_FUNNEL = 270;

    public function __construct(
        private TranslatorInterface $words,
        private ClockInterface $clock,
        private JorventTwig $twig,
    ) {
    }

    /** @param list<int> $visits by day */
    #[AsTwigFunction('visits_chart', isSafe: ['html'])]
    public function visitsChart(array $visits): string
    {
        $said = ['%count%' => array_sum($visits), '%days%' => \count($visits)];

        return DayColumns::draw($visits, $this->words->trans('visits.label', $said));
    }

    #[AsTwigFunction('spend_bar', isSafe: ['html'])]
    public function spendBar(SpendAdvice $advice, int $sum): string
    {
        $parts = [];
        foreach ($advice->chosen() as $offer) {
            if ($offer->cost > 0) {
                $days = $this->words->trans('%days% d', ['%days%' => $offer->days]);
                $parts[] = ['label' => $offer->name.', '.$days, 'cost' => $offer->cost];
            }
        }

        return SpendBar::draw($parts, $sum, $this->words->trans('left over'));
    }

    #[AsTwigFunction('gain_dot', isSafe: ['html'])]
    public function gainDot(SpendOffer $offer, int $furthest): string
    {
        return $this->gain($offer->expected, $furthest, false);
    }

    #[AsTwigFunction('best_gain_dot', isSafe: ['html'])]
    public function bestGainDot(SpendAdvice $advice): string
    {
        return $this->gain($advice->expected(), $advice->furthest(), true);
    }

    #[AsTwigFunction('posting_run', isSafe: ['html'])]
    public function postingRun(PostingRow $posting): string
    {
        [$terms, $status] = [$posting->terms, $posting->status];
        $from = $status->liveAt ?? $terms->from;
        $until = $status->isOn() ? $terms->until : $status->endedAt ?? $terms->until;
        $day = fn (?\DateTimeImmutable $day): string => null === $day ? '–' : $this->twig->day($day);
        $said = $this->words->trans('posting.run', ['%from%' => $day($from), '%until%' => $day($until)]);

        return PostingBars::run($from, $until, $this->clock->now(), null !== $status->liveAt, $said);
    }

    #[AsTwigFunction('posting_funnel', isSafe: ['html'])]
    public function postingFunnel(PostingRow $posting): string
    {
        [$usage, $yield] = [$posting->yield->usage, $posting->yield];
        $counts = [$usage->visits, $yield->started, $usage->applied, $yield->qualified];

        return PostingBars::funnel($counts, $this->funnelSaid($counts), self::FUNNEL_WIDTH);
    }

    #[AsTwigFunction('analysis_funnel', isSafe: ['html'])]
    public function analysisFunnel(AnalysisLine $line): string
    {
        $whole = static fn (string $step): int => (int) round($line->counts[$step]);
        $counts = [$whole('visits'), $whole('started'), $whole('finished'), $whole('qualified')];

        return PostingBars::funnel($counts, $this->funnelSaid($counts), self::NARROW_FUNNEL);
    }

    #[AsTwigFunction('month_columns', isSafe: ['html'])]
    public function monthColumns(Analysed $months): string
    {
        $visits = array_map(static fn (AnalysisLine $line): int => (int) $line->counts['visits'], $months->lines);

        return DayColumns::draw($visits, $this->words->trans('visits.months', ['%count%' => \count($visits)]));
    }

    /** @param array{per: float|null, low: float, high: float|null} $cost in euro */
    #[AsTwigFunction('posting_cost', isSafe: ['html'])]
    public function postingCost(array $cost, ?float $middle): string
    {
        $round = static fn (?float $euro): string => null === $euro ? '∞' : Figures::thousands((int) round($euro));

        return PostingBars::cost($cost, $middle, $this->words->trans('posting.cost', [
            '%per%' => $round($cost['per']), '%low%' => $round($cost['low']), '%high%' => $round($cost['high']),
        ]));
    }

    private function gain(ExpectedYield $expected, int $furthest, bool $chosen): string
    {
        [$mean, $low, $high] = [$expected->mean, $expected->low, $expected->high];
        $said = $this->words->trans('spend.gain', [
            '%mean%' => number_format($mean, 1), '%low%' => $low, '%high%' => $high,
        ]);

        return SpendBar::gain($mean, $low, $high, (float) $furthest, $chosen, $said);
    }

    /** @param array{int, int, int, int} $counts visits, started, finished, qualified */
    private function funnelSaid(array $counts): string
    {
        [$visits, $started, $applied, $qualified] = $counts;

        return $this->words->trans('posting.funnel', [
            '%visits%' => $visits, '%started%' => $started, '%applied%' => $applied, '%qualified%' => $qualified,
        ]);
    }
}
