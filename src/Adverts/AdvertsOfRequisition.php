<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Ending;
use Jorvent\Requisitions\HangsOnRequisition;
use Jorvent\Requisitions\TextLimits;

/** Adverts come down when their requisition is put on hold or ends; boards limit how long a description may be. */
final readonly class AdvertsOfRequisition implements HangsOnRequisition, TextLimits
{
    public function __construct(private Db $db, private AdvertDesk $desk, private Boards $boards)
    {
    }

    public function counts(int $requisition): array
    {
        $standing = 'SELECT count(*) FROM posting
            WHERE requisition_id = :r AND state IN '.AdvertDesk::ON." AND want <> 'down'";

        return ['adverts' => $this->db->int($standing, ['r' => $requisition])];
    }

    public function hold(int $requisition): void
    {
        $this->desk->withdraw($requisition);
    }

    public function end(Ending $ending): void
    {
        $this->desk->withdraw($ending->requisition);
    }

    public function words(): array
    {
        $limits = [];
        foreach ($this->boards->all() as $board) {
            $limits[$board->name] = [$board->rules->minWords, $board->rules->maxWords];
        }

        return $limits;
    }
}
