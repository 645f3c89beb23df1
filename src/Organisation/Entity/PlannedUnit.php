<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;

/** A unit as one version of the structure has it. Its id is the same in all versions. */
#[ORM\Entity]
#[ORM\Table(name: 'org_node')]
class PlannedUnit
{
    #[ORM\Id, ORM\Column]
    private int $unitId;

    #[ORM\Column(nullable: true)]
    private ?int $parentId;

    #[ORM\Column(type: Types::TEXT)]
    private string $code;

    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    #[ORM\Column(type: Types::TEXT, enumType: UnitKind::class)]
    private UnitKind $kind;

    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $validFrom;

    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $validTo;

    #[ORM\Column(options: ['default' => false])]
    private bool $retired;

    #[ORM\Column(nullable: true)]
    private ?int $headcountPlan;

    /**
     * the place on the map that a unit of kind site stands for.
     *
     * @phpstan-readonly-allow-private-mutation
     */
    #[ORM\ManyToOne]
    public ?Site $site = null;

    public function __construct(
        #[ORM\Id, ORM\ManyToOne(inversedBy: 'units'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StructureVersion $structure,
        Unit $unit,
        ?Site $site,
    ) {
        $this->unitId = $unit->id;
        $this->change($unit, $site);
    }

    public function change(Unit $unit, ?Site $site): void
    {
        $this->parentId = $unit->parent;
        $this->code = $unit->code;
        $this->name = $unit->name;
        $this->kind = $unit->kind;
        $this->validFrom = $unit->from;
        $this->validTo = $unit->to;
        $this->retired = $unit->retired;
        $this->headcountPlan = $unit->plan;
        $this->site = $site;
    }

    /** Code, days and whether it is retired, as they are set right; where it lies, its name and its site stay. */
    public function repair(Unit $unit): void
    {
        [$this->code, $this->validFrom, $this->validTo] = [$unit->code, $unit->from, $unit->to];
        $this->retired = $unit->retired;
    }

    public function asUnit(): Unit
    {
        return new Unit(
            $this->unitId,
            $this->parentId,
            $this->code,
            $this->name,
            $this->kind,
            $this->validFrom,
            $this->validTo,
            $this->retired,
            $this->headcountPlan,
            $this->site?->id,
        );
    }
}
