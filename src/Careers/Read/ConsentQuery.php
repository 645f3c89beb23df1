<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class ConsentQuery
{
    private const MOST = 100;

    public function __construct(private Db $db)
    {
    }

    /** @return list<ConsentVersion> newest first */
    public function history(): array
    {
        return array_map(static fn (Record $r): ConsentVersion => new ConsentVersion(
            $r->int('version'), $r->instant('since'), $r->strOrNull('by'), $r->int('agreed'), $r->str('text'),
        ), $this->db->rows(
            "SELECT c.version, c.since, a.name AS by, c.text, (
                SELECT count(*) FROM agreed_consent p WHERE p.consent_version = c.version
             ) AS agreed
             FROM consent_text c LEFT JOIN staff_name a ON a.id = c.account_id
             WHERE c.locale = 'en' ORDER BY c.version DESC LIMIT ".self::MOST,
        ));
    }
}
