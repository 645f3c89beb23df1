<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\TeamPart;

final readonly class TeamQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<MemberRow> who has a part besides those the brief names, by name */
    public function of(int $requisition): array
    {
        return array_map(
            static fn (Record $r): MemberRow => new MemberRow(
                $r->int('account_id'), $r->str('name'), TeamPart::from($r->str('part')),
            ),
            $this->db->rows(
                'SELECT m.account_id, a.name, m.part FROM team_member m JOIN staff_name a ON a.id = m.account_id
                 WHERE m.requisition_id = :r ORDER BY a.name, m.part',
                ['r' => $requisition],
            ),
        );
    }
}
