<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\FieldMerge;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Event\BriefChanged;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/**
 * Saves a brief. Who began from an older version is merged by field: what only the other changed is taken, what both
 * changed differently is refused and shown.
 */
final readonly class SaveBrief
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private FieldRules $rules,
        private AskApproval $asking,
        private ActivityLog $log,
        private EventDispatcherInterface $events,
        private ClockInterface $clock,
    ) {
    }

    /** @param int $seen the version that was edited */
    public function __invoke(int $id, Brief $brief, int $seen, int $by): SavedBrief
    {
        return $this->db->transaction(function () use ($id, $brief, $seen, $by): SavedBrief {
            $requisition = $this->requisitions->held($id);
            $before = $requisition->brief();
            $merge = $this->merge($requisition, $brief, $seen);
            $wanted = null === $merge ? $brief : Brief::fromArray($merge->merged);
            $asks = $this->write($requisition, $wanted, null === $merge ? $seen : $requisition->version, $by);
            if ([] !== $before->differences($requisition->brief())) {
                $this->record('brief.saved', $requisition, $before, $requisition->brief());
                $this->requisitions->save();
                $this->events->dispatch(new BriefChanged($id));
            }
            if ($asks) {
                $amended = $requisition->amendment() ?? throw new \LogicException('It was asked for just now.');
                $this->asking->askForAmendment($requisition, $amended);
                $this->record('brief.amendment_asked', $requisition, $requisition->brief(), $amended);
            }

            return new SavedBrief($requisition->version, $merge->taken ?? [], $asks);
        });
    }

    /** With what another saved since; null when nobody did. */
    private function merge(Requisition $requisition, Brief $brief, int $seen): ?FieldMerge
    {
        $base = $seen === $requisition->version ? null : $this->requisitions->version($requisition->id, $seen);
        if (null === $base) {
            return null;
        }
        $now = $requisition->brief()->toArray();
        $merge = FieldMerge::of($base->brief()->toArray(), $brief->toArray(), $now);
        if ([] !== $merge->conflicts) {
            throw Refused::because('saved_by_another', '', ['fields' => implode(',', $merge->conflicts)]);
        }

        return $merge;
    }

    /** @return bool whether approval has to be asked for */
    private function write(Requisition $requisition, Brief $brief, int $seen, int $by): bool
    {
        $now = $this->clock->now();
        if (!$requisition->state->isUnderWay()) {
            $requisition->save($brief, $seen, $by, $now);

            return false;
        }
        [$free, $asks] = [$this->rules->fields(AfterApproval::Free), $this->rules->fields(AfterApproval::Asks)];

        return $requisition->amend($brief, $seen, $free, $asks, $by, $now);
    }

    private function record(string $act, Requisition $requisition, Brief $before, Brief $after): void
    {
        $fields = array_flip($before->differences($after));
        $this->log->record($act, 'requisition', $requisition->id, $requisition->id, change: [
            'before' => array_intersect_key($before->toArray(), $fields),
            'after' => array_intersect_key($after->toArray(), $fields),
        ]);
    }
}
