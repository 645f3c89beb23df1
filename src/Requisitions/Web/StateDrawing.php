<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Drawing\StateChart;
use Symfony\Contracts\Translation\TranslatorInterface;

/** The states of a requisition and the acts between them, drawn from their definition. */
final readonly class StateDrawing
{
    private const PLACES = [
        'draft' => [70, 60], 'asked' => [290, 60], 'approved' => [520, 60], 'filled' => [740, 60],
        'sent_back' => [180, 180], 'declined' => [425, 150], 'on_hold' => [610, 180], 'cancelled' => [460, 300],
    ];
    private const WIDTH = 820;
    private const HEIGHT = 350;

    public function __construct(private TranslatorInterface $words)
    {
    }

    /** @return string an SVG */
    public function of(RequisitionState $here): string
    {
        $stations = [];
        foreach (RequisitionState::cases() as $state) {
            [$x, $y] = self::PLACES[$state->value];
            $stations[$state->value] = [(float) $x, (float) $y, $this->name($state)];
        }
        $lines = $said = [];
        foreach (RequisitionAct::cases() as $act) {
            foreach ($act->origins() as $from) {
                $lines[] = ['from' => $from->value, 'to' => $act->to()->value, 'label' => $this->label($act, $from)];
                $said[] = $this->name($from).' → '.$this->name($act->to());
            }
        }
        $title = $this->words->trans('life.chart', ['%state%' => $this->name($here)]).' '.implode('; ', $said);

        return StateChart::draw($stations, $lines, $here->value, $title, self::WIDTH, self::HEIGHT);
    }

    /** It can be cancelled from nearly everywhere: that is written at one of the lines only. */
    private function label(RequisitionAct $act, RequisitionState $from): string
    {
        return RequisitionAct::Cancel === $act && RequisitionState::Approved !== $from
            ? ''
            : $this->words->trans('life.'.$act->value);
    }

    private function name(RequisitionState $state): string
    {
        return $this->words->trans('state.'.$state->value);
    }
}
