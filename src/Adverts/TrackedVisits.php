<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Store\VisitStore;
use Jorvent\Platform\Database\Db;

/** Which posting a tracked address belongs to, and how often people come by it. */
final readonly class TrackedVisits
{
    public function __construct(private Db $db, private VisitStore $store)
    {
    }

    /** @return int|null the posting of a code; without a code, the one on our own site */
    public function posting(int $requisition, string $code): ?int
    {
        return $this->db->row(
            "SELECT id FROM posting WHERE requisition_id = :requisition
                AND (code = :code OR (:code = '' AND board = 'careers')) ORDER BY id DESC LIMIT 1",
            ['requisition' => $requisition, 'code' => $code],
        )?->int('id');
    }

    /**
     * @param list<string> $codes
     *
     * @return array<string, int> postings of a requisition, by their codes
     */
    public function postings(int $requisition, array $codes): array
    {
        $postings = [];
        foreach ($this->db->rows(
            'SELECT id, code FROM posting WHERE requisition_id = :requisition AND code IN (:codes)',
            ['requisition' => $requisition, 'codes' => $codes],
        ) as $row) {
            $postings[$row->str('code')] = $row->int('id');
        }

        return $postings;
    }

    /** Someone came to an opening by this posting. */
    public function visited(int $posting): void
    {
        $this->store->visited($posting);
    }

    /** Someone who came by this posting has begun to apply. */
    public function started(int $posting): void
    {
        $this->store->started($posting);
    }
}
