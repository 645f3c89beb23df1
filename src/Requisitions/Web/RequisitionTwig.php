<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Market\Market;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Drawing\DotPlot;
use Jorvent\Drawing\MiniLine;
use Jorvent\Drawing\PayColumns;
use Jorvent\Requisitions\Read\RequisitionView;
use Jorvent\Requisitions\Read\Station;
use Jorvent\Shell\Twig\JorventTwig;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** Where a requisition stands and what its market pays, drawn. */
final readonly class RequisitionTwig
{
    public function __construct(private TranslatorInterface $words, private JorventTwig $twig)
    {
    }

    #[AsTwigFunction('mini_line', isSafe: ['html'])]
    public function miniLine(RequisitionView $view): string
    {
        $said = array_map(fn (Station $s): string => $this->words->trans('station.'.$s->key).' '.$s->number, $view->stations);

        return MiniLine::draw($view->mini(), implode(', ', $said));
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

        return DotPlot::draw($spread->days, 0, 10 * (int) ceil(($far + 5) / 10), $until, $this->words->trans('market.days', ['%count%' => $spread->count(), '%half%' => $spread->quantile(0.5)]), 390, null === $day ? '' : $this->twig->day($day).', '.$until);
    }
}
