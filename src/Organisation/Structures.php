<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Check;
use Jorvent\Core\Organisation\Finding;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\StructureVersion;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\Repository\SiteRepository;
use Jorvent\Organisation\Repository\StructureRepository;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Versions of the organisation are drafted, changed and checked. */
final readonly class Structures
{
    public function __construct(
        private Db $db,
        private StructureRepository $structures,
        private StructureQuery $query,
        private SiteRepository $sites,
        private UnitStore $units,
        private AllInUse $inUse,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /**
     * A draft that begins as a copy of another version.
     *
     * @return int the draft's id
     */
    public function draft(string $name, int $from, int $by): int
    {
        return $this->db->transaction(function () use ($name, $from, $by): int {
            $draft = new StructureVersion($name, $by, $this->clock->now());
            $draft->begin($this->structures->find($from));
            $this->structures->add($draft);
            $this->log->record('structure.drafted', 'structure', $draft->id, change: ['from' => $from]);

            return $draft->id;
        });
    }

    public function discard(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->structures->remove($this->edited($id, null));
            $this->log->record('structure.discarded', 'structure', $id);
        });
    }

    /**
     * Adds a unit to a draft or changes one; the id is kept through all versions.
     *
     * @param int|null $seen the version of the draft that was edited
     *
     * @return int the unit's id
     */
    public function save(int $structure, Unit $unit, ?int $seen): int
    {
        return $this->db->transaction(function () use ($structure, $unit, $seen): int {
            $draft = $this->edited($structure, $seen);
            if (0 === $unit->id) {
                $unit = $unit->withId($this->units->nextId());
            }
            $draft->put($unit, null === $unit->place ? null : $this->sites->find($unit->place));

            return $unit->id;
        });
    }

    public function remove(int $structure, int $unit, ?int $seen): void
    {
        $this->db->transaction(fn () => $this->edited($structure, $seen)->drop($unit));
    }

    /**
     * Puts other units in place of all a draft has.
     *
     * @param list<Unit> $units
     */
    public function replace(int $structure, array $units): void
    {
        $this->db->transaction(function () use ($structure, $units): void {
            $draft = $this->edited($structure, null);
            $draft->keepOnly(array_map(static fn (Unit $u): int => $u->id, $units));
            foreach ($units as $unit) {
                $draft->put($unit, null === $unit->place ? null : $this->sites->find($unit->place));
            }
            $this->log->record('structure.imported', 'structure', $structure, change: ['units' => \count($units)]);
        });
    }

    /** @return list<Finding> what is wrong with a version, or worth a look; those that stand against it first */
    public function findings(Structure $draft): array
    {
        $standing = $this->query->inForceId() === $draft->id ? null : $this->query->inForce();

        return (new Check())->findings($draft, $this->inUse->ofUnits(), $standing, $this->clock->now());
    }

    /** @throws Refused when it is no draft, or someone else changed it since */
    private function edited(int $id, ?int $seen): StructureVersion
    {
        $draft = $this->structures->held($id);
        $draft->edit($seen, $this->clock->now());

        return $draft;
    }
}
