<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\Interval;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Core\Scorecards\CompetencyLine;
use Jorvent\Core\Scorecards\Rating;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Drawing\BandRuler;
use Jorvent\Platform\Drawing\DayColumns;
use Jorvent\Platform\Drawing\DaysBar;
use Jorvent\Platform\Drawing\DayStrip;
use Jorvent\Platform\Drawing\DotPlot;
use Jorvent\Platform\Drawing\DotRow;
use Jorvent\Platform\Drawing\Figures;
use Jorvent\Platform\Drawing\FitBar;
use Jorvent\Platform\Drawing\GainBar;
use Jorvent\Platform\Drawing\LadderBar;
use Jorvent\Platform\Drawing\Mark;
use Jorvent\Platform\Drawing\MiniLine;
use Jorvent\Platform\Drawing\PayColumns;
use Jorvent\Platform\Drawing\PostingBars;
use Jorvent\Platform\Drawing\ProcessBand;
use Jorvent\Platform\Drawing\ShareBar;
use Jorvent\Platform\Drawing\SpendBar;
use Jorvent\Platform\Drawing\WeightStrip;
use Jorvent\Requisitions\RequisitionView;
use Jorvent\Requisitions\Station;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** What templates can say and draw. */
final readonly class JorventTwig
{
    public function __construct(private ClockInterface $clock, private TranslatorInterface $words, private Security $security)
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

    #[AsTwigFunction('mini_line', isSafe: ['html'])]
    public function miniLine(RequisitionView $view): string
    {
        $said = array_map(fn (Station $s): string => $this->words->trans('station.'.$s->key).' '.$s->number, $view->stations);

        return MiniLine::draw($view->mini(), implode(', ', $said));
    }

    #[AsTwigFunction('band_ruler', isSafe: ['html'])]
    public function bandRuler(int $bottom, int $top, ?int $from, ?int $to, string $label, float $width = 700): string
    {
        return BandRuler::draw($bottom, $top, $from, $to, $label, $width);
    }

    /** @param list<array{id: int, letter: string, name: string, ...}> $raters */
    #[AsTwigFunction('dot_row', isSafe: ['html'])]
    public function dotRow(CompetencyLine $line, array $raters): string
    {
        $letters = array_column($raters, 'letter', 'id');
        $names = array_column($raters, 'name', 'id');
        $said = array_map(static fn (Rating $r): string => ($names[(int) $r->rater] ?? '').' '.$r->value, $line->ratings);

        return DotRow::draw(array_map(static fn (Rating $r): array => ['letter' => $letters[(int) $r->rater] ?? '?', 'value' => $r->value], $line->ratings), $line->mean(), $line->differs(), $line->competency.': '.([] === $said ? $this->words->trans('nobody yet') : implode(', ', $said)));
    }

    /** @param list<Interval> $slots */
    #[AsTwigFunction('day_strip', isSafe: ['html'])]
    public function dayStrip(Attendee $attendee, Interval $day, array $slots, string $name): string
    {
        $free = \count(array_filter($slots, static fn (Interval $s): bool => $day->contains($s)));

        return DayStrip::draw($attendee, $day, $slots, $this->words->trans('strip.label', ['%name%' => $name, '%count%' => $free]));
    }

    #[AsTwigFunction('hour_scale', isSafe: ['html'])]
    public function hourScale(): string
    {
        return DayStrip::scale();
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

    /** @param array<string, int|null> $cells */
    #[AsTwigFunction('shares', isSafe: ['html'])]
    public function shares(array $cells): string
    {
        return ShareBar::draw($cells, implode(', ', array_map(static fn (?int $n): string => null === $n ? '·' : (string) $n, $cells)));
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

        return PostingBars::run($from, $until, $this->clock->now(), null !== $posting->instantOrNull('live_at'), $this->words->trans('posting.run', ['%from%' => null === $from ? '–' : $this->day($from), '%until%' => null === $until ? '–' : $this->day($until)]));
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
    #[AsTwigFilter('u_cut')]
    public function cut(string $text): string
    {
        return mb_strimwidth($text, 0, 60, '…');
    }

    /** @param list<\Jorvent\Core\Screening\Question> $questions */
    #[AsTwigFunction('weight_strip', isSafe: ['html'])]
    public function weightStrip(array $questions, ?\Jorvent\Core\Screening\Question $open): string
    {
        $fields = array_map(static fn ($q): array => ['name' => $q->text('en'), 'weight' => max(0, $q->weight), 'on' => $q->id === $open?->id], $questions);

        return WeightStrip::draw($fields, implode(', ', array_map(static fn (array $f): string => $f['name'].' '.$f['weight'], $fields)));
    }

    /** @param list<int> $scores */
    #[AsTwigFunction('score_dots', isSafe: ['html'])]
    public function scoreDots(array $scores): string
    {
        return DotPlot::draw($scores, 0, 100, null, $this->words->trans('scores.label', ['%count%' => \count($scores), '%low%' => min([] === $scores ? [0] : $scores), '%high%' => max([] === $scores ? [0] : $scores)]));
    }

    #[AsTwigFunction('gain_bar', isSafe: ['html'])]
    public function gainBar(int $now, int $more, int $scale, float $width = 150): string
    {
        return GainBar::draw($now, $more, $scale, $width);
    }

    #[AsTwigFunction('pay_columns', isSafe: ['html'])]
    public function payColumns(Market $market, float $step, ?int $from, ?int $to): string
    {
        return PayColumns::draw($market->expect, $market->earn, $step, $from, $to, $this->words->trans('market.pay', ['%count%' => array_sum($market->expect)]));
    }

    #[AsTwigFunction('days_dots', isSafe: ['html'])]
    public function daysDots(Spread $spread, ?int $until, ?\DateTimeInterface $day): string
    {
        $far = max($spread->days[$spread->count() - 1], $until ?? 0);

        return DotPlot::draw($spread->days, 0, 10 * (int) ceil(($far + 5) / 10), $until, $this->words->trans('market.days', ['%count%' => $spread->count(), '%half%' => $spread->quantile(0.5)]), 390, null === $day ? '' : $this->day($day).', '.$until);
    }

    #[AsTwigFilter('repeat')]
    public function repeat(string $text, int $times): string
    {
        return str_repeat($text, max(0, $times));
    }

    #[AsTwigFunction('may')]
    public function may(string $permission, ?Subject $subject = null): bool
    {
        return $this->security->isGranted(Permission::from($permission)->value, $subject);
    }

    #[AsTwigFunction('today')]
    public function today(): \DateTimeImmutable
    {
        return $this->clock->now();
    }
}
