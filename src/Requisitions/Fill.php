<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\AdvertDesk;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\CloseOut;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** Closes a requisition whose positions are signed: adverts come down, and, if the recruiter agrees, everyone still waiting is told. Filled in part, the positions nobody signed for are given up first. */
final readonly class Fill
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private AdvertDesk $adverts, private CloseOut $closeOut, private BriefVersions $versions)
    {
    }

    public function __invoke(int $id, ?Template $word, int $by, bool $inPart = false): void
    {
        $this->db->transaction(function () use ($id, $word, $by, $inPart): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $signed = $this->db->int('SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id WHERE p.requisition_id = :r AND h.fell_through_at IS NULL', ['r' => $id]);
            $givenUp = $requisition->positions - $signed;
            if ($givenUp > 0 && (!$inPart || 0 === $signed)) {
                throw Refused::because('positions_open', '', ['open' => $givenUp]);
            }
            if ($givenUp > 0) {
                $requisition->changePositions($signed, $signed);
                $this->versions->keep($id, $requisition->version, $requisition->brief(), $by);
            }
            if (0 !== $open = $this->db->int("SELECT count(*) FROM application WHERE requisition_id = :r AND state = 'active' AND knock_out = 'failed'", ['r' => $id])) {
                throw Refused::because('knock_outs_open', '', ['count' => $open]);
            }
            $waiting = array_map(static fn ($r): int => $r->int('id'), $this->db->rows("SELECT id FROM application WHERE requisition_id = :r AND state = 'active'", ['r' => $id]));
            if ([] !== $waiting) {
                ($this->closeOut)($id, $waiting, 'position_filled', $word, $by);
            }
            $requisition->fill($this->clock->now());
            $this->adverts->withdraw($id);
            $this->log->record('requisition.filled', 'requisition', $id, $id, change: ['told' => null === $word ? 0 : \count($waiting), 'given_up' => max(0, $givenUp)]);
        });
    }
}
