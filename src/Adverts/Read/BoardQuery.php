<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Adverts\Price;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\DeliveryQuery;
use Psr\Clock\ClockInterface;

final readonly class BoardQuery
{
    public function __construct(private Db $db, private DeliveryQuery $deliveries, private ClockInterface $clock)
    {
    }

    /** @return array<string, BoardRow> by key, our own site first */
    public function all(): array
    {
        $undelivered = $this->undelivered();
        $rows = [];
        foreach ($this->db->rows(
            "SELECT b.key AS board, b.name, b.shape, b.shape = 'own' AS own, b.enabled, b.reach, b.price, b.version,
                h.misses, h.last_error, h.answered_at, h.fetched_at,
                CASE WHEN h.rests_until > :now THEN h.rests_until END AS rests_until, (
                    SELECT count(*) FROM posting p WHERE p.board = b.key AND p.state = 'live'
                ) AS live
             FROM board b JOIN board_health h ON h.board = b.key ORDER BY b.rank, b.name",
            ['now' => $this->clock->now()],
        ) as $row) {
            $key = $row->str('board');
            $rows[$key] = self::row($row, $undelivered[$key] ?? 0);
        }

        return $rows;
    }

    /** @return array<string, int> by board */
    private function undelivered(): array
    {
        $counts = [];
        foreach ($this->db->rows(
            'SELECT board, count(*) AS n FROM posting WHERE id IN (:ids) GROUP BY board',
            ['ids' => $this->deliveries->undelivered('posting')],
        ) as $row) {
            $counts[$row->str('board')] = $row->int('n');
        }

        return $counts;
    }

    private static function row(Record $row, int $undelivered): BoardRow
    {
        return new BoardRow(
            place: PostingQuery::place($row),
            shape: $row->str('shape'),
            enabled: $row->bool('enabled'),
            price: Price::fromArray($row->json('price')),
            version: $row->int('version'),
            health: new BoardHealthRow(
                misses: $row->int('misses'),
                restsUntil: $row->instantOrNull('rests_until'),
                lastError: $row->strOrNull('last_error'),
                answeredAt: $row->instantOrNull('answered_at'),
                fetchedAt: $row->instantOrNull('fetched_at'),
                undelivered: $undelivered,
            ),
            live: $row->int('live'),
        );
    }
}
