<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Search;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;

/** The search a requisition is at: what was last looked for; before anyone looked, what its brief asks for as it stands. */
final readonly class LastSearch
{
    public function __construct(private Db $db)
    {
    }

    public function of(Requisition $requisition): Search
    {
        $last = $requisition->lastSearch();
        if (!$last->isEmpty()) {
            return $last;
        }
        $brief = $requisition->brief();

        return FirstSearch::of($brief->musts, $brief->wishes, $brief->yearsFrom, 'fully' === $brief->remote ? null : $this->db->row('SELECT city FROM site_place WHERE id = :id', ['id' => $brief->site])?->strOrNull('city'));
    }
}
