<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Store;

use Jorvent\Adverts\BillRow;
use Jorvent\Adverts\Entity\Payment;
use Jorvent\Platform\Database\Db;

/**
 * Writes the lines of a bill, up to 20,000 at once: those that are in the book already are left out, which is an upsert
 * of a thousand at a time.
 */
final readonly class PaymentStore
{
    private const BATCH = 1_000;

    public function __construct(private Db $db)
    {
    }

    /**
     * @param list<BillRow> $rows
     *
     * @return int how many were new
     */
    public function add(array $rows, int $by, \DateTimeImmutable $now): int
    {
        $new = 0;
        foreach (array_chunk($rows, self::BATCH) as $batch) {
            $new += $this->db->execute(
                'INSERT INTO advert_payment (posting_id, day, amount, currency, source, note, account_id, at)
                 SELECT posting, day, amount, currency, :source, note, :by, :now
                 FROM jsonb_to_recordset(CAST(:rows AS jsonb))
                    AS r (posting integer, day date, amount bigint, currency text, note text)
                 ON CONFLICT DO NOTHING',
                [
                    'rows' => json_encode(array_map(self::columns(...), $batch), \JSON_THROW_ON_ERROR),
                    'source' => Payment::IMPORTED,
                    'by' => $by,
                    'now' => $now,
                ],
            );
        }

        return $new;
    }

    /** @return array<string, int|string> */
    private static function columns(BillRow $row): array
    {
        return [
            'posting' => $row->posting,
            'day' => $row->day,
            'amount' => $row->paid->minor,
            'currency' => $row->paid->currency,
            'note' => $row->note,
        ];
    }
}
