<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Fit\Fit;
use Jorvent\People\Store\FitValues;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;

/** The other way round: which open requisitions someone suits, by the weights each began with. A part nobody can compare takes one half. */
final readonly class SuitingOpenings
{
    private const MOST = 300;
    private const SHOWN = 8;

    public function __construct(private Db $db, private FactsQuery $requisitions, private Access $access, private FitOfCandidates $fits, private FitValues $values)
    {
    }

    /** @return list<array{number: int, title: string, city: string, stage: string|null, fit: Fit}> the best first, among those one may search for */
    public function of(int $candidate, Account $me): array
    {
        $facts = $this->values->facts([$candidate])[$candidate] ?? null;
        if (null === $facts) {
            return [];
        }
        [$visible, $parameters] = $this->access->visible($me, Permission::Search);
        $rows = [];
        foreach ($this->db->rows("SELECT r.id, r.number, r.title, s.city, p.stage FROM requisition_head r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id LEFT JOIN application p ON p.requisition_id = r.id AND p.candidate_id = :c AND p.state = 'active' WHERE r.state = 'approved' AND $visible ORDER BY r.number DESC LIMIT ".self::MOST, ['c' => $candidate] + $parameters) as $row) {
            $rows[$row->int('id')] = $row;
        }
        $found = [];
        $requisitions = [] === $rows ? [] : $this->requisitions->some(array_keys($rows));
        foreach ($this->fits->plain($requisitions) as $id => $weighing) {
            $row = $rows[$id];
            $found[] = ['number' => $row->int('number'), 'title' => $row->str('title'), 'city' => $row->str('city'), 'stage' => $row->strOrNull('stage'), 'fit' => Fit::of($weighing->measure, $weighing->prior, $facts)];
        }
        usort($found, static fn (array $a, array $b): int => [$b['fit']->score ?? -1, $b['number']] <=> [$a['fit']->score ?? -1, $a['number']]);

        return \array_slice($found, 0, self::SHOWN);
    }
}
