<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/**
 * The life of a requisition beyond approval. Each act says beforehand what it does to adverts, candidates, offers and
 * approvals, and does just that.
 */
final readonly class Lifecycle
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private AllHanging $hanging,
        private SignedHires $hires,
        private Approvals $approvals,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** Adverts come down; candidates, offers sent and their links stay; nothing new is sent while on hold. */
    public function hold(int $id, string $reason): void
    {
        $this->act($id, 'requisition.on_hold', self::needed($reason), function (Requisition $requisition): void {
            $requisition->hold();
            $this->hanging->hold($requisition->id);
        });
    }

    /** Under way again; adverts are posted anew by the recruiter, for some boards charge for it. */
    public function resume(int $id): void
    {
        $this->act($id, 'requisition.resumed', null, static fn (Requisition $requisition) => $requisition->resume());
    }

    /**
     * Adverts come down, offers that are not signed are withdrawn (who got one is told), everyone on the way is closed
     * out, with a word if wanted; who was to approve is asked no more.
     */
    public function cancel(int $id, string $reason, ?Template $word, int $by): void
    {
        $ending = new Ending($id, true, $word, $by);
        $cancel = function (Requisition $requisition, Met $met) use ($ending): void {
            if (0 !== $met->signed) {
                throw Refused::because('someone_signed');
            }
            $requisition->cancel();
            $this->hanging->end($ending);
            $this->approvals->drop($requisition->id, null);
        };
        $this->act($id, 'requisition.cancelled', self::needed($reason), $cancel);
    }

    /**
     * All positions are signed for. Adverts come down, and everyone still on the way is closed out, with a word if wanted.
     *
     * @param bool $inPart positions that nobody signed for are given up first
     */
    public function fill(int $id, ?Template $word, int $by, bool $inPart = false): void
    {
        $this->db->transaction(function () use ($id, $word, $by, $inPart): void {
            $requisition = $this->requisitions->held($id);
            $met = $this->hanging->met($requisition);
            if ($met->open() > 0 && (!$inPart || 0 === $met->signed)) {
                throw Refused::because('positions_open', '', ['open' => $met->open()]);
            }
            if ($met->open() > 0) {
                $requisition->changePositions($met->signed, $met->signed, $by, $this->clock->now());
            }
            $this->hanging->end(new Ending($id, false, $word, $by));
            $requisition->fill($this->clock->now());
            $this->log->record('requisition.filled', 'requisition', $id, $id, change: [
                'told' => null === $word ? 0 : $met->candidates, 'given_up' => max(0, $met->open()),
            ]);
        });
    }

    /** Fewer positions than asked for: what nobody signed for and nobody wants any more is given up. */
    public function removePositions(int $id, int $positions, int $by): void
    {
        $remove = function (Requisition $requisition, Met $met) use ($positions, $by): void {
            if ($positions >= $requisition->positions()) {
                throw Refused::because('positions_not_fewer', 'positions');
            }
            $requisition->changePositions($positions, $met->signed, $by, $this->clock->now());
        };
        $this->act($id, 'requisition.positions_removed', null, $remove, ['positions' => $positions]);
    }

    /**
     * Someone signed and does not come: the position is free again, adverts can be posted and those closed out for it
     * can be called back.
     */
    public function reopen(int $id, int $hire, string $reason): void
    {
        $reason = self::needed($reason);
        $this->act($id, 'requisition.position_came_free', $reason, function (Requisition $requisition) use ($hire, $reason): void {
            $this->hires->fallThrough($requisition->id, $hire, $reason);
            if ($requisition->state->isEnded()) {
                $requisition->reopen();
            }
        }, ['hire' => $hire]);
    }

    private static function needed(string $reason): string
    {
        return '' === trim($reason) ? throw Refused::because('reason_missing', 'reason') : trim($reason);
    }

    /**
     * @param callable(Requisition, Met): void $do
     * @param array<string, mixed>             $change for the log
     */
    private function act(int $id, string $act, ?string $reason, callable $do, array $change = []): void
    {
        $this->db->transaction(function () use ($id, $act, $reason, $do, $change): void {
            $requisition = $this->requisitions->held($id);
            $met = $this->hanging->met($requisition);
            $do($requisition, $met);
            $change += ['reason' => $reason, 'met' => get_object_vars($met)];
            $this->log->record($act, 'requisition', $id, $id, change: $change);
        });
    }
}
