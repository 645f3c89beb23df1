<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Takes people who were closed out back onto their way, at the stage they had reached: a position came free, or the no was wrong. */
final readonly class CallBack
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits, private Mailing $mailing, private Situations $situations)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return int how many are on their way again; who is on it already is left alone
     */
    public function __invoke(int $requisition, array $ids, bool $tell): int
    {
        if ([] === $ids) {
            throw Refused::because('nobody_marked');
        }
        sort($ids);

        return $this->db->transaction(function () use ($requisition, $ids, $tell): int {
            $count = 0;
            foreach ($ids as $id) {
                $application = $this->applications->lock($id, $requisition);
                if (ApplicationState::Active === $application->state) {
                    continue;
                }
                $this->situations->check(HiringAct::CallBack, $id);
                $application->reopen($application->stage, $this->clock->now());
                $this->visits->enter($id, $application->stage);
                if ($tell) {
                    $this->mailing->toCandidate('called_back-'.$id.'-'.bin2hex(random_bytes(8)), $application->candidateId, $requisition, $this->mailing->templateFor('called_back', $application->candidateId), holdSeconds: Mailing::HOLD_SECONDS);
                }
                $this->log->record('application.called_back', 'application', $id, $requisition, $application->candidateId, ['stage' => $application->stage->value, 'word' => $tell]);
                ++$count;
            }

            return $count;
        });
    }
}
