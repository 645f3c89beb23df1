<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Reference\ExchangeRates;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\FieldRules;
use Jorvent\Requisitions\ProfileComparison;
use Jorvent\Requisitions\Read\BriefFacts;
use Jorvent\Requisitions\Read\BriefNames;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Read\TeamQuery;
use Jorvent\Requisitions\TeamPart;

/** What stands on the page of a brief, but for the form itself. */
final readonly class BriefScreen
{
    public function __construct(
        private RequisitionQuery $views,
        private ApprovalScreen $approvals,
        private BriefFacts $facts,
        private BriefNames $names,
        private FieldRules $rules,
        private ProfileComparison $profiles,
        private TeamQuery $team,
        private ExchangeRates $rates,
    ) {
    }

    /**
     * @param Brief $brief as the fields show it
     *
     * @return array<string, mixed>
     */
    public function of(Requisition $requisition, Brief $brief, int $me): array
    {
        $stored = $requisition->brief();
        $amendment = $requisition->amendment();
        $top = $brief->pay->yearTo();
        $inEuro = null === $top || 'EUR' === $top->currency ? null : $this->rates->convert($top, 'EUR');

        return [
            ...$this->approvals->of($requisition, $brief, $me),
            'view' => $this->views->byNumber($requisition->number),
            'requisition' => $requisition,
            'brief' => $brief,
            'stored' => $stored,
            'editable' => $requisition->state->isEditable(),
            'amendable' => $requisition->state->isUnderWay() && null === $amendment,
            'amendment' => $amendment,
            'amended' => null === $amendment ? [] : $stored->differences($amendment),
            'rules' => $this->rules->all(),
            'names' => $this->names->of($stored, $brief, $amendment),
            'profile' => $this->profiles->of($requisition->origin, $brief),
            'band' => $this->facts->band($requisition->origin->profileId, $brief->pay->currency),
            'headcount' => $this->facts->headcount($brief->place->unit),
            'in_euro' => $inEuro,
            'questions' => $requisition->questionnaire(),
            'team' => $this->team->of($requisition->id),
            'parts' => TeamPart::cases(),
        ];
    }
}
