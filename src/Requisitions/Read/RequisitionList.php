<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;

/** The list of requisitions, by what someone may read and by their state. */
final class RequisitionList
{
    /** What of each state is listed, by the name of the filter. */
    private const STATES = [
        'open' => "r.state IN ('approved', 'asked', 'sent_back', 'draft', 'on_hold')",
        'approved' => "r.state = 'approved'",
        'preparing' => "r.state IN ('draft', 'asked', 'sent_back')",
        'on_hold' => "r.state = 'on_hold'",
        'ended' => "r.state IN ('filled', 'declined', 'cancelled')",
        'all' => 'true',
    ];

    /** @return list<string> */
    public static function states(): array
    {
        return array_keys(self::STATES);
    }

    /**
     * @param string               $visible    a condition on the requisition "r" in the unit "u"
     * @param array<string, mixed> $parameters of that condition
     * @param string               $state      one of states()
     */
    public static function of(string $visible, array $parameters, string $state): Listing
    {
        return new Listing(
            name: 'requisitions',
            columns: self::columns(),
            from: 'requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id
                JOIN staff_name m ON m.id = r.manager_id JOIN staff_name rec ON rec.id = r.recruiter_id',
            id: 'r.id',
            where: [$visible, self::STATES[$state]],
            parameters: $parameters,
            searched: ['r.title', 's.city', 'u.name', 'm.name', 'rec.name', "'R-' || r.number"],
            sort: 'number',
            descending: true,
            extra: ['id' => 'r.id'],
        );
    }

    /** @return list<Column> */
    private static function columns(): array
    {
        return [
            new Column('title', 'Requisition', 'r.title'),
            new Column('number', 'Number', 'r.number', 'number', false),
            new Column('place', 'Site', 's.name'),
            new Column('unit', 'Department', 'u.name'),
            new Column('recruiter', 'Recruiter', 'rec.name'),
            new Column('manager', 'Manager', 'm.name', shown: false),
            new Column('line', 'Brief to hired', 'r.number', 'number', drawn: true),
            new Column('age', 'Age against target', 'r.number', 'number', drawn: true),
            new Column('state', 'State', 'r.state'),
            new Column('positions', 'Positions', 'r.positions', 'number', false),
            new Column('opened_on', 'Opened', 'r.opened_on', 'day', false),
            new Column('target_on', 'Target', 'r.target_on', 'day', false),
            new Column('applied', 'Applied', self::people("x.origin = 'applied'"), 'number', false),
            new Column('active', 'In the pipeline', self::people("x.state = 'active'"), 'number', false),
            new Column('hired', 'Hired', self::people("x.state = 'hired'"), 'number', false),
        ];
    }

    private static function people(string $which): string
    {
        return "(SELECT count(*) FROM application x WHERE x.requisition_id = r.id AND $which)";
    }
}
