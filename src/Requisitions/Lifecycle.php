<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\AdvertDesk;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Offers\OfferDesk;
use Jorvent\Pipeline\CloseOut;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** The life of a requisition beyond approval. Each act says beforehand what it does to adverts, candidates, offers and approvals, and does just that. */
final readonly class Lifecycle
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private AdvertDesk $adverts, private CloseOut $closeOut, private OfferDesk $offers, private Approvals $approvals, private BriefVersions $versions)
    {
    }

    /**
     * What an act would meet.
     *
     * @return array{adverts: int, candidates: int, offers: int, asked: int, signed: int, positions: int, knock_outs: int}
     */
    public function meets(int $id): array
    {
        $row = $this->db->row(
            'SELECT (SELECT count(*) FROM posting WHERE requisition_id = r.id AND state IN '.AdvertDesk::ON." AND want <> 'down') AS adverts, (SELECT count(*) FROM application WHERE requisition_id = r.id AND state = 'active') AS candidates, (SELECT count(*) FROM application WHERE requisition_id = r.id AND state = 'active' AND knock_out = 'failed') AS knock_outs,
                (SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = r.id AND o.state IN ('draft', 'asked', 'agreed', 'sent')) AS offers, (SELECT count(*) FROM approval WHERE requisition_id = r.id AND state = 'waiting') AS asked,
                (SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id WHERE p.requisition_id = r.id AND h.fell_through_at IS NULL) AS signed, r.positions FROM requisition r WHERE r.id = :id", ['id' => $id]) ?? throw new \LogicException('No such requisition.');

        return ['adverts' => $row->int('adverts'), 'candidates' => $row->int('candidates'), 'offers' => $row->int('offers'), 'asked' => $row->int('asked'), 'signed' => $row->int('signed'), 'positions' => $row->int('positions'), 'knock_outs' => $row->int('knock_outs')];
    }

    /** Adverts come down; candidates, offers sent and their links stay as they are; nothing new is sent while on hold. */
    public function hold(int $id, string $reason): void
    {
        $this->act($id, RequisitionAct::Hold, $reason, function (Requisition $requisition) use ($id): void {
            $requisition->hold();
            $this->adverts->withdraw($id);
        });
    }

    /** Under way again; adverts are posted anew by the recruiter, for some boards charge for it. */
    public function resume(int $id): void
    {
        $this->act($id, RequisitionAct::Resume, null, static fn (Requisition $r) => $r->resume());
    }

    /** Adverts come down, offers that are not signed are withdrawn (who got one is told), everyone on the way is closed out, with a word if wanted; who was to approve is asked no more. */
    public function cancel(int $id, string $reason, ?Template $word, int $by): void
    {
        $this->act($id, RequisitionAct::Cancel, $reason, function (Requisition $requisition) use ($id, $word, $by): void {
            if (0 !== $this->meets($id)['signed']) {
                throw Refused::because('someone_signed');
            }
            $requisition->cancel();
            foreach ($this->db->rows("SELECT o.id FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r AND o.state IN ('draft', 'asked', 'agreed', 'sent') ORDER BY o.id", ['r' => $id]) as $offer) {
                $this->offers->withdraw($offer->int('id'));
            }
            $this->closeAll($id, $word, $by);
            $this->approvals->drop($id, null);
            $this->adverts->withdraw($id);
        });
    }

    /** Fewer positions than asked for: what is not signed and not wanted any more is given up, down to what is signed. */
    public function removePositions(int $id, int $positions): void
    {
        $this->act($id, null, null, function (Requisition $requisition) use ($id, $positions): void {
            if ($positions >= $requisition->positions) {
                throw Refused::because('positions_not_fewer', 'positions');
            }
            $requisition->changePositions($positions, $this->meets($id)['signed']);
            $this->versions->keep($id, $requisition->version, $requisition->brief(), null);
        }, 'requisition.positions_removed', ['positions' => $positions]);
    }

    /** Someone signed and does not come: the position is free again, adverts can be posted and those closed out for it can be called back. */
    public function reopen(int $id, int $hire, string $reason): void
    {
        $this->act($id, null, $reason, function (Requisition $requisition) use ($id, $hire, $reason): void {
            if ('' === trim($reason)) {
                throw Refused::because('reason_missing', 'reason');
            }
            $row = $this->db->row('SELECT h.id, h.application_id, p.candidate_id FROM hire h JOIN application p ON p.id = h.application_id WHERE h.id = :h AND p.requisition_id = :r AND h.fell_through_at IS NULL FOR UPDATE OF h', ['h' => $hire, 'r' => $id]) ?? throw Refused::because('missing');
            $this->db->execute('UPDATE hire SET fell_through_at = :now, fell_through_reason = :reason WHERE id = :id', ['now' => $this->clock->now(), 'reason' => trim($reason), 'id' => $hire]);
            $this->db->execute("UPDATE application SET state = 'withdrawn' WHERE id = :id", ['id' => $row->int('application_id')]);
            if ($requisition->state->isEnded()) {
                $requisition->reopen();
            }
        }, 'requisition.position_came_free', ['hire' => $hire]);
    }

    private function closeAll(int $id, ?Template $word, int $by): void
    {
        $waiting = array_map(static fn ($r): int => $r->int('id'), $this->db->rows("SELECT id FROM application WHERE requisition_id = :r AND state = 'active' ORDER BY id", ['r' => $id]));
        if ([] !== $waiting) {
            if (0 !== $this->meets($id)['knock_outs']) {
                throw Refused::because('knock_outs_open', '', ['count' => $this->meets($id)['knock_outs']]);
            }
            ($this->closeOut)($id, $waiting, 'cancelled', $word, $by);
        }
    }

    /**
     * @param callable(Requisition): void $do
     * @param array<string, mixed>        $change
     */
    private function act(int $id, ?RequisitionAct $act, ?string $reason, callable $do, ?string $said = null, array $change = []): void
    {
        $this->db->transaction(function () use ($id, $act, $reason, $do, $said, $change): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            if (null !== $act && null !== $reason && '' === trim($reason)) {
                throw Refused::because('reason_missing', 'reason');
            }
            $met = $this->meets($id);
            $do($requisition);
            $this->log->record($said ?? match ($act) {
                RequisitionAct::Hold => 'requisition.on_hold', RequisitionAct::Resume => 'requisition.resumed', default => 'requisition.cancelled',
            }, 'requisition', $id, $id, change: [...$change, 'reason' => $reason, 'met' => $met]);
        });
    }
}
