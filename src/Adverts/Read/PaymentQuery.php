<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class PaymentQuery
{
    private const MOST = 200;

    public function __construct(private Db $db)
    {
    }

    /** @return list<PaymentRow> newest first */
    public function of(int $posting): array
    {
        return array_map(static fn (Record $r): PaymentRow => new PaymentRow(
            $r->int('id'),
            $r->instant('day'),
            new Money($r->int('amount'), $r->str('currency')),
            $r->str('note'),
            $r->strOrNull('by'),
        ), $this->db->rows(
            'SELECT s.id, s.day, s.amount, s.currency, s.note, a.name AS by
             FROM advert_payment s LEFT JOIN staff_name a ON a.id = s.account_id
             WHERE s.posting_id = :posting ORDER BY s.day DESC, s.id DESC LIMIT '.self::MOST,
            ['posting' => $posting],
        ));
    }
}
