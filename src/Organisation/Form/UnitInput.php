<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Platform\Web\Form\Choice;

/** What is typed of a unit, and the version of the draft that was read. */
final class UnitInput
{
    public ?string $code = null;
    public ?UnitKind $kind = UnitKind::Department;
    public ?string $name = null;
    public ?Choice $parent = null;
    public ?\DateTimeImmutable $validFrom = null;
    public ?\DateTimeImmutable $validTo = null;
    public ?int $plan = null;
    public bool $retired = false;
    public ?Choice $place = null;

    public function __construct(public ?string $version)
    {
    }

    /**
     * @param list<Choice> $units  to lie under
     * @param list<Choice> $places
     */
    public static function of(Unit $unit, int $version, array $units, array $places): self
    {
        $input = new self((string) $version);
        [$input->code, $input->kind, $input->name] = [$unit->code, $unit->kind, $unit->name];
        [$input->validFrom, $input->validTo] = [$unit->from, $unit->to];
        [$input->plan, $input->retired] = [$unit->plan, $unit->retired];
        $input->parent = Choice::in($units, $unit->parent);
        $input->place = Choice::in($places, $unit->place);

        return $input;
    }

    /** @param int $id 0 for a new one */
    public function unit(int $id): Unit
    {
        return new Unit(
            $id,
            $this->parent?->id,
            $this->code ?? '',
            $this->name ?? '',
            $this->kind ?? UnitKind::Department,
            $this->validFrom,
            $this->validTo,
            $this->retired,
            $this->plan,
            $this->place?->id,
        );
    }
}
