<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Finding;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\StructureVersion;
use Jorvent\Organisation\Repository\StructureRepository;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** The version of the organisation that counts: the first one, one that follows another, and repairs in it. */
final readonly class StructureInForce
{
    private const FIRST_UNIT = 1;
    private const FIRST_CODE = '1';

    public function __construct(
        private Db $db,
        private StructureRepository $structures,
        private Structures $drafts,
        private UnitStore $units,
        private ReachList $reach,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /**
     * The first version of an empty instance: the company alone, in force.
     *
     * @return int the company's unit
     */
    public function begin(string $company): int
    {
        return $this->db->transaction(function () use ($company): int {
            $first = new StructureVersion('First structure', null, $this->clock->now());
            $first->put(new Unit(self::FIRST_UNIT, null, self::FIRST_CODE, $company, UnitKind::Company), null);
            $first->bringIntoForce($this->clock->now());
            $this->structures->add($first);
            $this->units->project($first->asStructure());

            return self::FIRST_UNIT;
        });
    }

    /** From now on this version counts; the one before is kept. Reach lists are drawn anew by the worker. */
    public function follow(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $before = $this->structures->heldInForce();
            $draft = $this->structures->held($id);
            $draft->edit(null, $this->clock->now());
            $structure = $draft->asStructure();
            $blockers = array_filter($this->drafts->findings($structure), static fn (Finding $f): bool => $f->blocks);
            if ([] !== $blockers) {
                throw Refused::because('structure_blocked', '', ['count' => \count($blockers)]);
            }
            // one at a time is in force, also for the moment between two statements
            $before?->keep();
            $this->structures->write();
            $draft->bringIntoForce($this->clock->now());
            $this->units->project($structure);
            $this->reach->drawAllLater('structure-'.$id);
            $this->log->record('structure.in_force', 'structure', $id, change: ['before' => $before?->id]);
        });
    }

    /**
     * A repair in the version in force, where the unit stands: rare, logged, and carried to the drafts that have it the
     * same.
     *
     * @param callable(Unit): Unit $change of code, days, or whether it is retired
     */
    public function repair(int $unit, callable $change): void
    {
        $this->db->transaction(function () use ($unit, $change): void {
            $inForce = $this->structures->heldInForce();
            $old = $inForce?->unit($unit) ?? throw Refused::because('missing');
            $new = $change($old);
            if ($new->facts() === $old->facts()) {
                return;
            }
            $inForce->repair($new, $this->clock->now());
            foreach ($this->structures->inDrafts($unit, $old->code) as $planned) {
                $planned->repair($new);
            }
            $this->units->project($inForce->asStructure());
            $this->log->record('unit.repaired', 'unit', $unit, change: [
                'before' => array_diff_assoc($old->facts(), $new->facts()),
                'after' => array_diff_assoc($new->facts(), $old->facts()),
            ]);
        });
    }
}
