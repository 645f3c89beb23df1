<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Platform\Database\Record;

/** A requisition as every one of its pages shows it: the facts of the head and the seven stations. */
final readonly class RequisitionView
{
    /** @param list<Station> $stations */
    public function __construct(public Record $facts, public array $stations)
    {
    }

    public function id(): int
    {
        return $this->facts->int('id');
    }

    public function number(): int
    {
        return $this->facts->int('number');
    }

    /** @return list<int> people on each stretch between two stations */
    public function stretches(): array
    {
        return array_map(static fn (Station $s): int => $s->people, \array_slice($this->stations, 0, -1));
    }

    /** @return list<array{number: string, people: int, mark: string|null}> */
    public function mini(): array
    {
        return array_map(static fn (Station $s): array => ['number' => $s->number, 'people' => $s->people, 'mark' => $s->mark], $this->stations);
    }
}
