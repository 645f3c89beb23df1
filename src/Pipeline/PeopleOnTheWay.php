<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Ending;
use Jorvent\Requisitions\HangsOnRequisition;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** People on their way through a requisition are closed out when it ends. */
#[AsTaggedItem(priority: 10)]
final readonly class PeopleOnTheWay implements HangsOnRequisition
{
    public function __construct(private Db $db, private CloseOut $closeOut)
    {
    }

    public function counts(int $requisition): array
    {
        $row = $this->db->row(
            "SELECT count(*) AS people, count(*) FILTER (WHERE knock_out = 'failed') AS knocked_out
             FROM application WHERE requisition_id = :r AND state = 'active'",
            ['r' => $requisition],
        );

        return ['candidates' => $row?->int('people') ?? 0, 'knockOuts' => $row?->int('knocked_out') ?? 0];
    }

    public function hold(int $requisition): void
    {
        // they stay where they are
    }

    /** @throws Refused as long as a knock-out answer of someone is not decided */
    public function end(Ending $ending): void
    {
        $open = $this->counts($ending->requisition)['knockOuts'];
        if (0 !== $open) {
            throw Refused::because('knock_outs_open', '', ['count' => $open]);
        }
        $waiting = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            "SELECT id FROM application WHERE requisition_id = :r AND state = 'active' ORDER BY id",
            ['r' => $ending->requisition],
        ));
        if ([] !== $waiting) {
            $reason = $ending->cancelled ? 'cancelled' : 'position_filled';
            ($this->closeOut)($ending->requisition, $waiting, $reason, $ending->word, $ending->by);
        }
    }
}
