<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Reporting\Days;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\People\FitOfCandidates;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Psr\Clock\ClockInterface;

/** Someone applied: their answers are scored, their fit is rated, and they are in the pipeline. Run in a transaction. */
final readonly class ReceiveApplication
{
    public function __construct(
        private Applications $applications,
        private StageVisits $visits,
        private Situations $situations,
        private FitOfCandidates $fits,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @return int its id */
    public function __invoke(RequisitionFacts $requisition, SentApplication $sent): int
    {
        $this->situations->checkRequisition(HiringAct::Apply, $requisition->id);
        $application = $this->application($requisition, $sent);
        $this->applications->add($application);
        $this->visits->enter($application->id, $application->stage);
        $this->log->record(
            'application.received', 'application', $application->id, $requisition->id, $sent->candidateId,
            [
                'score' => $application->score,
                'knock_out' => $application->knockOut->value,
                'consent' => $sent->consent,
            ],
        );

        return $application->id;
    }

    private function application(RequisitionFacts $requisition, SentApplication $sent): Application
    {
        $now = $this->clock->now();
        $application = new Application($sent->candidateId, $requisition->id, 'applied', $sent->posting, $now);
        $application->answer(
            $sent->answers,
            $requisition->questionsVersion,
            $requisition->questionnaire()->score($sent->answers),
            Days::nextWorkingDay($now, $sent->zone),
        );
        $application->consent($sent->consent, $now);
        $application->cameBy($sent->referral, $sent->touches);
        $fit = $this->fits->one($requisition, $sent->candidateId);
        if (null !== $fit) {
            $application->rate($fit);
        }

        return $application;
    }
}
