<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Activity\ActorKind;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class PostingHistoryQuery
{
    private const MOST = 40;

    public function __construct(private Db $db)
    {
    }

    /** @return list<PostingEvent> newest first */
    public function of(int $requisition, int $posting): array
    {
        return array_map(self::event(...), $this->db->rows(
            "SELECT e.at, e.act, e.actor_kind, a.name AS actor, e.change
             FROM log_entry e LEFT JOIN staff_name a ON a.id = e.actor_id
             WHERE e.subject_kind = 'posting' AND e.subject_id = :posting AND e.requisition_id = :requisition
             ORDER BY e.id DESC LIMIT ".self::MOST,
            ['posting' => $posting, 'requisition' => $requisition],
        ));
    }

    private static function event(Record $row): PostingEvent
    {
        $change = [];
        foreach ($row->json('change') as $field => $value) {
            if ('board' !== $field && \is_scalar($value) && '' !== (string) $value) {
                $change[] = (string) $value;
            }
        }

        return new PostingEvent(
            $row->instant('at'),
            $row->str('act'),
            ActorKind::System->value === $row->str('actor_kind'),
            $row->strOrNull('actor'),
            $change,
        );
    }
}
