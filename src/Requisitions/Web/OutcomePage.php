<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Reporting\Days;
use Jorvent\Messages\Mailing;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Lifecycle;
use Jorvent\Requisitions\Read\HireRow;
use Jorvent\Requisitions\Read\OutcomeQuery;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Read\RequisitionView;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** How it ended: who signed, how long each part took, what the paperwork does. */
#[Route('/r/{number}/outcome', requirements: ['number' => '\d{1,9}'])]
final class OutcomePage extends SignedInPage
{
    #[Gate(Permission::ReadOutcome, Gate::REQUISITION)]
    #[Route('', name: 'outcome', methods: ['GET'])]
    public function show(int $number, RequisitionQuery $views, OutcomeQuery $outcome, Mailing $mailing): Response
    {
        $view = $views->byNumber($number);
        $hires = $outcome->hires($view->id());

        return $this->render('requisitions/outcome.html.twig', [
            'view' => $view,
            'hires' => $hires,
            'times' => array_map(static fn (HireRow $hire): array => self::times($view, $hire), $hires),
            'stages' => $outcome->stages($view->id()),
            'waiting' => $outcome->waiting($view->id()),
            'word' => $mailing->template('filled', 'en'),
            'sources' => $outcome->sources($view->id()),
        ]);
    }

    #[Gate(Permission::Fill, Gate::REQUISITION)]
    #[Route('/fill', name: 'outcome_fill', methods: ['POST'])]
    public function fill(
        #[MapRequestPayload] Closing $sent, #[ByNumber] Requisition $requisition, Lifecycle $life,
    ): Response {
        $inPart = null !== $sent->inPart;
        $fill = fn () => $life->fill($requisition->id, $sent->word(), $this->me()->id, $inPart);

        return $this->act($fill, 'filled', 'outcome', ['number' => $requisition->number]);
    }

    /** @return array{fill: int, hire: int} days from opening, and from applying, to the signature, by the calendar of the site */
    private static function times(RequisitionView $view, HireRow $hire): array
    {
        $zone = new \DateTimeZone($view->facts->str('zone'));
        $opened = $view->facts->instantOrNull('opened_on') ?? $view->facts->instant('created_at');

        return [
            'fill' => Days::between($opened, $hire->signedAt, $zone),
            'hire' => Days::between($hire->appliedAt, $hire->signedAt, $zone),
        ];
    }
}
