<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Fit\Part;
use Jorvent\Core\Fit\Weights;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\FitSettings;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How fit is weighed for one requisition: the weights, what verdicts taught, and how to take either back. */
#[Route('/r/{number}/fit', requirements: ['number' => '\d{1,9}'])]
final class FitPage extends Page
{
    public function __construct(private readonly FactsQuery $facts, private readonly RequisitionQuery $views, private readonly FitOfCandidates $fits, private readonly FitSettings $settings)
    {
    }

    #[Gate(Permission::Search, Gate::REQUISITION)]
    #[Route('', name: 'fit', methods: ['GET'])]
    public function show(int $number): Response
    {
        $requisition = $this->requisition($number);
        $weighing = $this->fits->weighing($requisition);
        [$measure, $prior, $learning] = [$weighing->measure, $weighing->prior, $weighing->learning];
        $points = $this->settings->points($requisition->id);
        $parts = [];
        foreach ($measure->parts as $i => $part) {
            $key = Part::key($part['kind'], $part['text']);
            $parts[] = ['key' => $key, 'kind' => $part['kind'], 'wanted' => $part['text'], 'letter' => \chr(97 + $i % 26), 'points' => $points[$key] ?? ('pay' === $part['kind'] ? $this->settings->pay()['points'] : Weights::POINTS[$part['kind']]), 'first' => Weights::POINTS[$part['kind']], 'share' => $prior->shares[$i], 'learned' => $learning->weights->shares[$i]];
        }

        return $this->render('people/fit.html.twig', ['view' => $this->views->byNumber($number), 'number' => $number, 'parts' => $parts, 'learning' => $learning, 'moved' => $learning->moved($prior), 'learns' => $this->settings->learns($requisition->id), 'changed' => [] !== $points, 'from' => $this->settings->learnsFrom($requisition->id), 'most' => Weights::MOST]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('', name: 'fit_save', methods: ['POST'])]
    public function save(int $number, Request $request): Response
    {
        $input = Input::of($request);
        $requisition = $this->requisition($number);
        $then = $input->choice('then', FitAct::class, FitAct::Weigh);

        return $this->act(fn () => match ($then) {
            FitAct::Forget => $this->settings->forget($requisition),
            FitAct::Remember => $this->settings->remember($requisition),
            FitAct::Stop => $this->settings->learn($requisition, false),
            FitAct::Start => $this->settings->learn($requisition, true),
            FitAct::Reset => $this->settings->weigh($requisition, []),
            FitAct::Weigh => $this->settings->weigh($requisition, $this->points($requisition, $input)),
        }, 'fit_'.(FitAct::Weigh === $then ? 'weighed' : $then->value), 'fit', ['number' => $number]);
    }

    /** @return array<string, int> only what differs from how one begins */
    private function points(RequisitionFacts $requisition, Input $input): array
    {
        $points = [];
        foreach ($this->fits->weighing($requisition)->measure->parts as $i => $part) {
            // what someone asks to be paid is weighed for all requisitions at once, by an admin
            $p = 'pay' === $part['kind'] ? null : $input->int('p'.$i);
            if (null !== $p && $p !== Weights::POINTS[$part['kind']]) {
                $points[Part::key($part['kind'], $part['text'])] = max(0, min(Weights::MOST, $p));
            }
        }

        return $points;
    }

    private function requisition(int $number): RequisitionFacts
    {
        return $this->facts->byNumber($number);
    }
}
