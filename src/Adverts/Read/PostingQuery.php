<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\Usage;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class PostingQuery
{
    /** How many visits and applications a posting has, and what was paid for it. */
    public const USAGE = <<<'SQL'
        LEFT JOIN LATERAL (
            SELECT sum(visits) AS visits, sum(started) AS started FROM posting_day WHERE posting_id = p.id
        ) d ON true
        CROSS JOIN LATERAL (
            SELECT count(*) AS applied, count(*) FILTER (WHERE qualified) AS qualified
            FROM application_reach WHERE posting_id = p.id
        ) a
        LEFT JOIN LATERAL (
            SELECT json_agg(json_build_object('amount', amount, 'currency', currency)) AS paid
            FROM advert_payment WHERE posting_id = p.id
        ) s ON true
        SQL;
    private const COLUMNS = <<<'SQL'
        p.id, p.code, p.board, b.name, b.shape = 'own' AS own, b.reach, b.price, p.locale, p.state, p.want, p.from_on,
        p.until, p.inside_until, p.live_at, p.ended_at, p.budget, p.budget_currency, p.external_ref, p.external_url,
        p.sent_hash, p.reason, p.runs, coalesce(d.visits, 0) AS visits, coalesce(d.started, 0) AS started, a.applied,
        a.qualified, s.paid
        SQL;

    public function __construct(private Db $db, private Access $access)
    {
    }

    /** @return list<PostingRow> all of a requisition, those that are over last */
    public function ofRequisition(int $requisition): array
    {
        return $this->postings('p.requisition_id = :id', ['id' => $requisition]);
    }

    /** @return list<PostingRow> those up at a board that have a budget */
    public function limited(): array
    {
        return $this->postings(
            "p.state = 'live' AND p.want = 'live' AND p.budget IS NOT NULL AND b.shape <> 'own'", [],
        );
    }

    public function one(int $posting): ?PostingRow
    {
        return $this->postings('p.id = :id', ['id' => $posting])[0] ?? null;
    }

    public function of(int $requisition, int $posting): ?PostingRow
    {
        $values = ['requisition' => $requisition, 'id' => $posting];

        return $this->postings('p.requisition_id = :requisition AND p.id = :id', $values)[0] ?? null;
    }

    /** @return list<int> visits of each day that had any, the oldest first */
    public function visits(int $requisition): array
    {
        $rows = $this->db->rows(
            'SELECT sum(visits) AS visits FROM posting_visits WHERE requisition_id = :id GROUP BY day ORDER BY day',
            ['id' => $requisition],
        );

        return array_map(static fn (Record $r): int => $r->int('visits'), $rows);
    }

    /** @return array<string, int> ids by code, of postings for which someone may act */
    public function codes(Account $for): array
    {
        [$visible, $values] = $this->access->visible($for, Permission::ManageAdverts);
        $codes = [];
        foreach ($this->db->rows(
            "SELECT p.id, p.code FROM posting p JOIN requisition_head r ON r.id = p.requisition_id
             JOIN unit_place u ON u.id = r.unit_id WHERE $visible",
            $values,
        ) as $row) {
            $codes[$row->str('code')] = $row->int('id');
        }

        return $codes;
    }

    /** The board of a posting in a row with its columns. */
    public static function place(Record $row): PostingPlace
    {
        return new PostingPlace($row->str('board'), $row->str('name'), $row->bool('own'), $row->intOrNull('reach'));
    }

    /** What a row of a posting with its board says of its use. */
    public static function usage(Record $row): Usage
    {
        $paid = [];
        foreach ($row->objects('paid') as $one) {
            if (\is_int($one['amount'] ?? null) && \is_string($one['currency'] ?? null)) {
                $paid[] = new Money($one['amount'], $one['currency']);
            }
        }

        return new Usage(
            posting: $row->int('id'),
            price: Price::fromArray($row->json('price')),
            begun: null !== $row->instantOrNull('live_at'),
            runs: $row->int('runs'),
            visits: $row->int('visits'),
            applied: $row->int('applied'),
            paid: $paid,
        );
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<PostingRow>
     */
    private function postings(string $which, array $values): array
    {
        return array_map(self::posting(...), $this->db->rows(
            'SELECT '.self::COLUMNS.' FROM posting p JOIN board b ON b.key = p.board '.self::USAGE.'
             WHERE '.$which." ORDER BY p.state IN ('withdrawn', 'ended', 'refused'), b.rank, p.id DESC",
            $values,
        ));
    }

    private static function posting(Record $row): PostingRow
    {
        $budget = $row->intOrNull('budget');

        return new PostingRow(
            id: $row->int('id'),
            code: $row->str('code'),
            place: self::place($row),
            terms: new PostingTerms(
                locale: $row->str('locale'),
                from: $row->instantOrNull('from_on'),
                until: $row->instantOrNull('until'),
                budget: null === $budget ? null : new Money($budget, $row->str('budget_currency')),
                insideUntil: $row->instantOrNull('inside_until'),
            ),
            status: new PostingStatus(
                state: PostingState::from($row->str('state')),
                want: Wanted::from($row->str('want')),
                liveAt: $row->instantOrNull('live_at'),
                endedAt: $row->instantOrNull('ended_at'),
                reason: $row->strOrNull('reason'),
            ),
            there: new PostedThere(
                $row->strOrNull('external_ref'), $row->strOrNull('external_url'), $row->strOrNull('sent_hash'),
            ),
            yield: new PostingYield(self::usage($row), $row->int('started'), $row->int('qualified')),
        );
    }
}
