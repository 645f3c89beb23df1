<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Looks a version of the structure over before it is brought into force. */
final class Check
{
    /**
     * @param array<int, int> $inUse    how much rests on a unit (people, open requisitions, roles given), by unit id
     * @param Structure|null  $standing the version in force now
     *
     * @return list<Finding> blockers first, each in the order of the tree
     */
    public function findings(Structure $draft, array $inUse, ?Structure $standing, \DateTimeImmutable $today): array
    {
        $findings = [];
        $seen = [];
        foreach ($draft->units as $unit) {
            $findings = [...$findings, ...$this->ofUnit($draft, $unit, $today)];
            $seen[Code::folded($unit->code)][] = $unit;
        }
        foreach ($seen as $units) {
            if (\count($units) > 1 && '' !== Code::clean($units[0]->code)) {
                $findings = [...$findings, ...$this->shared($units)];
            }
        }
        if ([] === array_filter($draft->units, static fn (Unit $u): bool => UnitKind::Company === $u->kind)) {
            $findings[] = new Finding(null, 'no_company', true);
        }
        foreach ($inUse as $id => $count) {
            $unit = $draft->unit($id);
            $before = $standing?->unit($id);
            if ($count > 0 && null !== $before && (null === $unit || $unit->retired || $unit->hasEndedBefore($today))) {
                $findings[] = new Finding($id, 'in_use_vanishes', true, ['code' => $before->code, 'name' => $before->name, 'count' => $count]);
            }
        }
        usort($findings, static fn (Finding $a, Finding $b): int => [$b->blocks, $a->unit ?? 0] <=> [$a->blocks, $b->unit ?? 0]);

        return $findings;
    }

    /** @return list<Finding> */
    private function ofUnit(Structure $draft, Unit $unit, \DateTimeImmutable $today): array
    {
        $said = ['code' => $unit->code, 'name' => $unit->name];
        $findings = [];
        if (!Code::isClean($unit->code)) {
            $strays = Code::strays($unit->code);
            $findings[] = '' === Code::clean($unit->code) ? new Finding($unit->id, 'code_empty', true, $said) : new Finding($unit->id, 'code_padded', true, [...$said, 'stray' => $strays[0]['point'] ?? '', 'at' => $strays[0]['at'] ?? 0, 'clean' => Code::clean($unit->code)]);
        }
        if ('' === trim($unit->name)) {
            $findings[] = new Finding($unit->id, 'name_empty', true, $said);
        }
        $parent = null === $unit->parent ? null : $draft->unit($unit->parent);
        if (null !== $unit->parent && null === $parent) {
            $findings[] = new Finding($unit->id, 'orphan', true, $said);
        } elseif (null !== $unit->parent && $this->isInCycle($draft, $unit->id)) {
            $findings[] = new Finding($unit->id, 'cycle', true, $said);
        } elseif (!$unit->kind->mayLieUnder($parent?->kind)) {
            $findings[] = new Finding($unit->id, 'kind_misplaced', true, [...$said, 'kind' => $unit->kind->value, 'under' => $parent->kind->value ?? 'top']);
        }
        if (null !== $unit->from && null !== $unit->to && $unit->to < $unit->from) {
            $findings[] = new Finding($unit->id, 'validity_upside_down', true, $said);
        } elseif (null !== $parent && (($parent->from ?? null) > ($unit->from ?? new \DateTimeImmutable('0001-01-01')) || (null !== $parent->to && (null === $unit->to || $unit->to > $parent->to)))) {
            $findings[] = new Finding($unit->id, 'validity_outside_parent', false, [...$said, 'parent' => $parent->name]);
        }
        if (UnitKind::Site === $unit->kind && null === $unit->place && !$unit->retired) {
            $findings[] = new Finding($unit->id, 'site_without_place', false, $said);
        }
        if (!$unit->retired && null !== $parent && $parent->retired) {
            $findings[] = new Finding($unit->id, 'under_retired', false, [...$said, 'parent' => $parent->name]);
        }

        return $findings;
    }

    private function isInCycle(Structure $draft, int $id): bool
    {
        $at = $draft->unit($id)->parent ?? null;
        for ($steps = 0; null !== $at && $steps <= \count($draft->units); ++$steps) {
            if ($at === $id) {
                return true;
            }
            $at = $draft->unit($at)->parent ?? null;
        }

        return false;
    }

    /**
     * The same code twice is right when one unit follows the other in time, without a gap; at the same time it is wrong.
     *
     * @param non-empty-list<Unit> $units
     *
     * @return list<Finding>
     */
    private function shared(array $units): array
    {
        usort($units, static fn (Unit $a, Unit $b): int => ($a->from?->format('Y-m-d') ?? '') <=> ($b->from?->format('Y-m-d') ?? ''));
        $findings = [];
        foreach (\array_slice($units, 1) as $i => $later) {
            $earlier = $units[$i];
            $said = ['code' => $later->code, 'name' => $later->name, 'other' => $earlier->name];
            if (null === $earlier->to || null === $later->from || $later->from <= $earlier->to) {
                $findings[] = new Finding($later->id, 'code_twice', true, $said);
            } elseif ($later->from > $earlier->to->modify('+1 day')) {
                $findings[] = new Finding($later->id, 'validity_gap', false, [...$said, 'from' => $earlier->to->format('Y-m-d'), 'to' => $later->from->format('Y-m-d')]);
            }
        }

        return $findings;
    }
}
