<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** A version of the organisation with its units. One is in force; drafts are written; what was in force is kept. */
#[ORM\Entity]
#[ORM\Table(name: 'org_structure')]
class StructureVersion
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: VersionState::class)]
    public VersionState $state = VersionState::Draft;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $inForceAt = null;

    /** of the version itself or of a unit in it, so that either counts as a change */
    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $changedAt;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    public int $version = 1;

    /** @var Collection<int, PlannedUnit> by the ids of the units */
    #[ORM\OneToMany(
        targetEntity: PlannedUnit::class, mappedBy: 'structure', cascade: ['persist'], orphanRemoval: true,
        indexBy: 'unitId',
    )]
    private Collection $units;

    /** @throws Refused when it has no name */
    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $name,
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        private ?int $createdBy,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $createdAt,
    ) {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        $this->units = new ArrayCollection();
        $this->changedAt = $createdAt;
    }

    /**
     * A draft is changed.
     *
     * @param int|null $seen the version that was read before; null where nothing was read
     *
     * @throws Refused when it is no draft, or someone else changed it since
     */
    public function edit(?int $seen, \DateTimeImmutable $now): void
    {
        if (VersionState::Draft !== $this->state) {
            throw Refused::because('structure_not_draft');
        }
        if (null !== $seen && $seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->changedAt = $now;
    }

    /**
     * Adds a unit to a draft, or changes it.
     *
     * @param Site|null $site the one that the unit names as its place
     *
     * @throws Refused at place, code, name or valid_to
     */
    public function put(Unit $unit, ?Site $site): void
    {
        $endsBefore = null !== $unit->from && null !== $unit->to && $unit->to < $unit->from;
        Refused::unlessEmpty(array_values(array_filter([
            $unit->place === $site?->id ? null : new Refusal('place', 'missing'),
            '' === Code::clean($unit->code) ? new Refusal('code', 'missing') : null,
            '' === $unit->name ? new Refusal('name', 'missing') : null,
            $endsBefore ? new Refusal('valid_to', 'ends_before_it_begins') : null,
        ])));
        $planned = $this->units->get($unit->id);
        if (null === $planned) {
            $this->units->set($unit->id, new PlannedUnit($this, $unit, $site));
        } else {
            $planned->change($unit, $site);
        }
    }

    public function drop(int $unitId): void
    {
        $this->units->remove($unitId);
    }

    /** A draft begins with the units of another version. */
    public function begin(self $from): void
    {
        foreach ($from->units as $planned) {
            $unit = $planned->asUnit();
            $this->units->set($unit->id, new PlannedUnit($this, $unit, $planned->site));
        }
    }

    /** @param list<int> $unitIds all others are dropped */
    public function keepOnly(array $unitIds): void
    {
        foreach (array_diff($this->units->getKeys(), $unitIds) as $unitId) {
            $this->drop($unitId);
        }
    }

    public function bringIntoForce(\DateTimeImmutable $now): void
    {
        $this->state = VersionState::InForce;
        $this->inForceAt = $now;
    }

    /** Another one is in force from now on. */
    public function keep(): void
    {
        $this->state = VersionState::Kept;
    }

    /** A unit of the version in force is set right. */
    public function repair(Unit $unit, \DateTimeImmutable $now): void
    {
        $planned = $this->units->get($unit->id) ?? throw Refused::because('missing');
        $planned->repair($unit);
        $this->changedAt = $now;
    }

    public function unit(int $id): ?Unit
    {
        return $this->units->get($id)?->asUnit();
    }

    public function asStructure(): Structure
    {
        $units = array_map(static fn (PlannedUnit $u): Unit => $u->asUnit(), array_values($this->units->toArray()));

        return new Structure($this->id, $this->name, $units);
    }
}
