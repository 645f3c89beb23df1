<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/**
 * A unit as one version of the structure has it. The id stays the same through all versions; days are inclusive, null
 * is without end. The place is the site on the map that a unit of kind site stands for.
 */
final readonly class Unit
{
    public function __construct(
        public int $id,
        public ?int $parent,
        public string $code,
        public string $name,
        public UnitKind $kind,
        public ?\DateTimeImmutable $from = null,
        public ?\DateTimeImmutable $to = null,
        public bool $retired = false,
        public ?int $plan = null,
        public ?int $place = null,
    ) {
    }

    public function isValidOn(\DateTimeImmutable $day): bool
    {
        return $this->hasBegunBy($day) && !$this->hasEndedBefore($day);
    }

    public function hasBegunBy(\DateTimeImmutable $day): bool
    {
        return null === $this->from || $this->from->format('Y-m-d') <= $day->format('Y-m-d');
    }

    public function hasEndedBefore(\DateTimeImmutable $day): bool
    {
        return null !== $this->to && $this->to->format('Y-m-d') < $day->format('Y-m-d');
    }

    /** @return array<string, scalar|null> every fact as one comparable value */
    public function facts(): array
    {
        return [
            'parent' => $this->parent,
            'code' => $this->code,
            'name' => $this->name,
            'kind' => $this->kind->value,
            'from' => $this->from?->format('Y-m-d'),
            'to' => $this->to?->format('Y-m-d'),
            'retired' => $this->retired,
            'plan' => $this->plan,
            'place' => $this->place,
        ];
    }

    public function withId(int $id): self
    {
        return new self(
            $id, $this->parent, $this->code, $this->name, $this->kind, $this->from, $this->to, $this->retired,
            $this->plan, $this->place,
        );
    }

    public function withCode(string $code): self
    {
        return $this->repaired($code, $this->from, $this->to, $this->retired);
    }

    public function validFrom(\DateTimeImmutable $day): self
    {
        return $this->repaired($this->code, $day, $this->to, $this->retired);
    }

    public function withoutEnd(): self
    {
        return $this->repaired($this->code, $this->from, null, $this->retired);
    }

    public function unretired(): self
    {
        return $this->repaired($this->code, $this->from, $this->to, false);
    }

    private function repaired(string $code, ?\DateTimeImmutable $from, ?\DateTimeImmutable $to, bool $retired): self
    {
        return new self(
            $this->id, $this->parent, $code, $this->name, $this->kind, $from, $to, $retired, $this->plan, $this->place,
        );
    }
}
