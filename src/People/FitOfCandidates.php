<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Fit;
use Jorvent\Core\Search\Person;
use Jorvent\Core\Search\Wanted;
use Jorvent\Platform\Database\Db;

/** Fit of many people at once to one brief. */
final readonly class FitOfCandidates
{
    public function __construct(private Db $db)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, Fit> by candidate id
     */
    public function __invoke(Wanted $wanted, array $ids): array
    {
        $fits = [];
        $rows = [] === $ids ? [] : $this->db->rows(
            'SELECT c.id, c.headline, c.years, c.city, c.would_move, r.text FROM candidate c LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true WHERE c.id IN (:ids)',
            ['ids' => $ids],
        );
        foreach ($rows as $row) {
            $text = $row->strOrNull('text');
            $move = null === $row['would_move'] ? null : $row->bool('would_move');
            $fits[$row->int('id')] = Fit::of($wanted, new Person(null === $text ? null : Document::of($row->str('headline'), $text), $row->floatOrNull('years'), $row->strOrNull('city'), $move));
        }

        return $fits;
    }
}
