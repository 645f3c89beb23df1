<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Search;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Remote;
use Jorvent\Requisitions\Read\RequisitionFacts;

/** The search a requisition is at: what was last looked for; before anyone looked, what its brief asks for as it stands. */
final readonly class LastSearch
{
    public function __construct(private Db $db)
    {
    }

    public function of(RequisitionFacts $requisition): Search
    {
        $last = $requisition->lastSearch;
        if (!$last->isEmpty()) {
            return $last;
        }
        $brief = $requisition->brief;

        return FirstSearch::of(
            $brief->wants->musts,
            $brief->wants->wishes,
            $brief->wants->yearsFrom,
            Remote::Fully === $brief->place->remote ? null : $this->city($brief->place->site),
        );
    }

    private function city(int $site): ?string
    {
        return $this->db->row('SELECT city FROM site_place WHERE id = :id', ['id' => $site])?->strOrNull('city');
    }
}
