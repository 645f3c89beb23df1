<?php

declare(strict_types=1);

namespace Jorvent\Activity\Store;

use Jorvent\Activity\Link;
use Jorvent\Activity\Read\ChainQuery;
use Jorvent\Platform\Database\Db;

/**
 * Writes activity_chain and activity_head, to which rows are only ever added: a thousand links at a time by one
 * statement, and one head a day, whichever process comes first.
 */
final readonly class ChainStore
{
    private const LOCK = 72_211;

    public function __construct(private Db $db, private ChainQuery $query)
    {
    }

    /** Takes the lock until the end of the transaction; false when another process links. */
    public function lock(): bool
    {
        $sql = 'SELECT CASE WHEN pg_try_advisory_xact_lock('.self::LOCK.') THEN 1 ELSE 0 END';

        return 1 === $this->db->int($sql);
    }

    /** @param list<Link> $links */
    public function add(array $links): void
    {
        $this->db->execute(
            'INSERT INTO activity_chain (seq, activity_id, hash)
             SELECT seq, activity_id, hash
             FROM jsonb_to_recordset(CAST(:links AS jsonb)) AS x (seq bigint, activity_id bigint, hash text)',
            ['links' => json_encode($links, \JSON_THROW_ON_ERROR)],
        );
    }

    /** @return Link|null the newest link, when it is written down for this day for the first time */
    public function addHead(string $day): ?Link
    {
        $head = $this->query->head();
        $new = null === $head ? 0 : $this->db->execute(
            'INSERT INTO activity_head (day, seq, hash) VALUES (:d, :s, :h) ON CONFLICT DO NOTHING',
            ['d' => $day, 's' => $head->seq, 'h' => $head->hash],
        );

        return 1 === $new ? $head : null;
    }
}
