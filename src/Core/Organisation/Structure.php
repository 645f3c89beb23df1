<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** One version of the organisation: its units as a tree. May be broken (orphans, cycles); Check says how. */
final readonly class Structure
{
    /** @var array<int, Unit> */
    public array $units;
    /** @var array<int, list<int>> children by parent, 0 for those at the top, in the order of their codes */
    private array $children;

    /** @param list<Unit> $units */
    public function __construct(public int $id, public string $name, array $units)
    {
        $byId = $children = [];
        foreach ($units as $unit) {
            $byId[$unit->id] = $unit;
            $children[$unit->parent ?? 0][] = $unit;
        }
        $this->units = $byId;
        $this->children = array_map(static function (array $list): array {
            usort($list, static fn (Unit $a, Unit $b): int => [$a->code, $a->id] <=> [$b->code, $b->id]);

            return array_map(static fn (Unit $u): int => $u->id, $list);
        }, $children);
    }

    public function unit(int $id): ?Unit
    {
        return $this->units[$id] ?? null;
    }

    /** @return list<Unit> from the unit up to the top; ends where the tree is broken */
    public function upwards(int $id): array
    {
        $line = [];
        while (isset($this->units[$id]) && !isset($line[$id])) {
            $line[$id] = $this->units[$id];
            $id = $this->units[$id]->parent ?? 0;
        }

        return array_values($line);
    }

    public function isWithin(int $id, int $root): bool
    {
        foreach ($this->upwards($id) as $unit) {
            if ($unit->id === $root) {
                return true;
            }
        }

        return false;
    }

    public function companyOf(int $id): ?Unit
    {
        $line = $this->upwards($id);
        $top = end($line);

        return false !== $top && UnitKind::Company === $top->kind ? $top : null;
    }

    /** Whether it leads up to a company. */
    public function isRooted(int $id): bool
    {
        return null !== $this->companyOf($id);
    }

    /** @return string such as "1.4.10.", made of the ids from the top */
    public function path(int $id): string
    {
        return implode('', array_map(static fn (Unit $u): string => $u->id.'.', array_reverse($this->upwards($id))));
    }

    /** @return list<array{Unit, int}> each with its depth, parents before children, children by code */
    public function walk(): array
    {
        $out = [];
        $stack = array_map(static fn (int $id): array => [$id, 0], array_reverse($this->children[0] ?? []));
        $seen = [];
        while (null !== $next = array_pop($stack)) {
            [$id, $depth] = $next;
            if (isset($seen[$id])) {
                continue;
            }
            $seen[$id] = true;
            $out[] = [$this->units[$id], $depth];
            foreach (array_reverse($this->children[$id] ?? []) as $child) {
                $stack[] = [$child, $depth + 1];
            }
        }

        return $out;
    }

    /**
     * What changes when this one follows another.
     *
     * @return array{added: list<Unit>, gone: list<Unit>, moved: list<Unit>, changed: list<Unit>} gone as the other has them, the rest as this one has them
     */
    public function changesSince(self $other): array
    {
        $changes = ['added' => [], 'gone' => [], 'moved' => [], 'changed' => []];
        foreach ($this->units as $id => $unit) {
            $before = $other->unit($id);
            if (null === $before) {
                $changes['added'][] = $unit;
            } elseif ($before->parent !== $unit->parent) {
                $changes['moved'][] = $unit;
            } elseif ($before->facts() !== $unit->facts()) {
                $changes['changed'][] = $unit;
            }
        }
        foreach ($other->units as $id => $unit) {
            if (!isset($this->units[$id])) {
                $changes['gone'][] = $unit;
            }
        }

        return $changes;
    }
}
