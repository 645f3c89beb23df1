<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;

/** Divisions, departments and teams with what is open in each and below it. */
final class DepartmentList
{
    /** @param list<string> $paths of the units that someone reads requisitions in, with all below them */
    public static function within(array $paths): Listing
    {
        $reach = $parameters = [];
        foreach ($paths as $i => $path) {
            $reach[] = "starts_with(u.path, :reach$i)";
            $parameters["reach$i"] = $path;
        }

        return new Listing(
            name: 'departments',
            columns: self::columns(),
            from: 'unit_place u LEFT JOIN unit_place p ON p.id = u.parent_id',
            id: 'u.id',
            where: [
                "u.in_force AND NOT u.retired AND u.kind IN ('division', 'department', 'team')",
                [] === $reach ? 'false' : '('.implode(' OR ', $reach).')',
            ],
            parameters: $parameters,
            searched: ['u.name', 'u.code'],
            sort: 'code',
            extra: ['id' => 'u.id'],
        );
    }

    /** @return list<Column> */
    private static function columns(): array
    {
        return [
            new Column('name', 'Department', 'u.name'),
            new Column('code', 'Code', 'u.code'),
            new Column('kind', 'Kind', 'u.kind'),
            new Column('above', 'Lies under', 'p.name'),
            new Column('headcount', 'People', 'u.headcount', 'number'),
            new Column('plan', 'Plan', 'u.headcount_plan', 'number'),
            new Column('openings', 'Requisitions open', self::of('count(*)', "'approved'"), 'number'),
            new Column('positions', 'Positions open', self::of('coalesce(sum(r.positions), 0)', "'approved'"), 'number'),
            new Column(
                'waiting', 'Briefs in preparation', self::of('count(*)', "'draft', 'asked', 'sent_back'"), 'number', false,
            ),
        ];
    }

    /** What a unit's requisitions in some states come to, with those of all units below it. */
    private static function of(string $sum, string $states): string
    {
        return "(SELECT $sum FROM requisition_head r JOIN unit_place w ON w.id = r.unit_id
            WHERE starts_with(w.path, u.path) AND r.state IN ($states))";
    }
}
