<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Text\RichText;

/** The advert that a requisition's brief makes. */
final readonly class AdvertOf
{
    public function __construct(private Db $db)
    {
    }

    public function __invoke(int $requisition): Advert
    {
        $row = $this->db->row('SELECT r.title, r.description, r.category, r.opened_on, r.created_at, r.pay_min, s.city FROM requisition r JOIN site s ON s.id = r.site_id WHERE r.id = :id', ['id' => $requisition]) ?? throw new \LogicException('No such requisition.');

        return new Advert($row->str('title'), RichText::plain($row->str('description')), $row->str('city'), $row->strOrNull('category'), null !== $row->intOrNull('pay_min'), $row->instantOrNull('opened_on') ?? $row->instant('created_at'));
    }
}
