<?php

declare(strict_types=1);

namespace Jorvent\Reference\Store;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Platform\Database\Db;

/**
 * Writes exchange_rate. A central bank's file has some 250,000 rows, each of which replaces the one of its day:
 * an upsert of a thousand at a time.
 */
final readonly class RateStore
{
    private const BATCH = 1_000;

    public function __construct(private Db $db)
    {
    }

    /** @param list<ExchangeRate> $rates the last one counts where a currency has two on one day */
    public function put(array $rates): void
    {
        $byKey = [];
        foreach ($rates as $rate) {
            $byKey[$rate->currency.$rate->day->format('Y-m-d')] = [
                'currency' => $rate->currency,
                'day' => $rate->day->format('Y-m-d'),
                'per_euro' => number_format($rate->perEuro / ExchangeRate::SCALE, 6, '.', ''),
            ];
        }
        foreach (array_chunk(array_values($byKey), self::BATCH) as $rows) {
            $this->db->execute(
                'INSERT INTO exchange_rate (currency, day, per_euro)
                 SELECT * FROM jsonb_to_recordset(CAST(:rows AS jsonb)) AS r (currency text, day date, per_euro numeric)
                 ON CONFLICT (currency, day) DO UPDATE SET per_euro = excluded.per_euro',
                ['rows' => json_encode($rows, \JSON_THROW_ON_ERROR)],
            );
        }
    }
}
