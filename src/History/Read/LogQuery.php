<?php

declare(strict_types=1);

namespace Jorvent\History\Read;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActorKind;
use Jorvent\History\Acts;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** The log as someone may read it: of each entry what its kind and the reader's part allow. Newest first. */
final readonly class LogQuery
{
    private const ROWS = 60;
    /** What is read by permissions on a requisition. */
    private const ON_REQUISITION = [
        Permission::ReadRequisition, Permission::ReadPipeline, Permission::ReadInterviews, Permission::ReadOffer,
    ];

    public function __construct(private Db $db, private Access $access)
    {
    }

    /**
     * @param int|null $before the id of an entry; null for the newest
     *
     * @return list<LogEntry>
     */
    public function ofRequisition(
        Subject $requisition, Account $reader, ?int $before = null, int $limit = self::ROWS,
    ): array {
        $families = [];
        foreach (Acts::permissions() as $permission) {
            if ($this->access->allows($reader, $permission, $requisition)) {
                $families = [...$families, ...Acts::families($permission)];
            }
        }
        $parameters = ['id' => $requisition->requisitionId, 'families' => $families];

        return $this->read('e.requisition_id = :id AND e.family IN (:families)', $parameters, $before, $limit);
    }

    /**
     * With what happened to whom they were made one with. What belongs to no requisition is read by whoever may correct
     * people's records, but for what only admins read: who looked at them, and took a file.
     *
     * @param bool $corrects whether the reader may
     *
     * @return list<LogEntry>
     */
    public function ofCandidate(int $candidate, Account $reader, bool $corrects): array
    {
        $conditions = [];
        $parameters = ['id' => $candidate];
        if ($corrects) {
            $conditions[] = '(e.requisition_id IS NULL AND e.family NOT IN (:of_admins))';
            $parameters['of_admins'] = Acts::families(Permission::Administer);
        }
        foreach (self::ON_REQUISITION as $permission) {
            [$visible, $of] = $this->access->visible($reader, $permission);
            $families = 'of_'.$permission->value;
            $conditions[] = "(e.family IN (:$families) AND e.requisition_id IN (
                SELECT r.id FROM requisition_head r JOIN unit_place u ON u.id = r.unit_id
                JOIN application x ON x.requisition_id = r.id AND x.candidate_id = :id WHERE $visible
             ))";
            $parameters += $of + [$families => Acts::families($permission)];
        }
        $own = 'e.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id)';

        return $this->read($own.' AND ('.implode(' OR ', $conditions).')', $parameters, null, self::ROWS);
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return list<LogEntry>
     */
    private function read(string $where, array $parameters, ?int $before, int $limit): array
    {
        return array_map(self::entry(...), $this->db->rows(
            "SELECT e.id, e.at, e.actor_kind, a.name AS actor, b.name AS on_behalf_of, e.act, e.change,
                c.name AS candidate, e.candidate_id
             FROM log_entry e LEFT JOIN staff_name a ON a.id = e.actor_id
                LEFT JOIN staff_name b ON b.id = e.on_behalf_of_id LEFT JOIN candidate c ON c.id = e.candidate_id
             WHERE $where AND (CAST(:before AS bigint) IS NULL OR e.id < :before) ORDER BY e.id DESC LIMIT $limit",
            [...$parameters, 'before' => $before],
        ));
    }

    private static function entry(Record $r): LogEntry
    {
        $candidate = $r->strOrNull('candidate');

        return new LogEntry(
            $r->int('id'),
            $r->instant('at'),
            ActorKind::from($r->str('actor_kind')),
            $r->strOrNull('actor'),
            $r->strOrNull('on_behalf_of'),
            $r->str('act'),
            null === $candidate ? null : new LogPerson($r->int('candidate_id'), $candidate),
            $r->json('change'),
        );
    }
}
