<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What of a person belongs to requisitions, as far as the reader may read those: applications, mails, and titles. */
final readonly class PersonShownQuery
{
    private const MAILS = 30;
    private const SAME = 'SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id';

    public function __construct(private Db $db, private Access $access)
    {
    }

    /** @return array{read: list<Record>, more: int} those one may read, and how many there are besides */
    public function applications(int $candidate, Account $reader): array
    {
        [$readable, $of] = $this->access->visible($reader);
        [$whole, $more] = $this->access->visible($reader, Permission::ReadPipeline);
        $rows = $this->db->rows(
            "SELECT p.id, p.stage, p.state, p.origin, p.knock_out, p.applied_at, p.entered_at, r.number, r.title, s.city, $readable AS may, $whole AS whole,
                CASE WHEN $whole THEN p.score END AS score, CASE WHEN $whole THEN p.fit END AS fit, CASE WHEN $whole THEN p.fit_parts ELSE '[]' END AS fit_parts
             FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN unit_place u ON u.id = r.unit_id
             WHERE p.candidate_id IN (".self::SAME.') ORDER BY p.id DESC',
            ['id' => $candidate] + $of + $more,
        );
        $read = array_values(array_filter($rows, static fn (Record $r): bool => $r->bool('may')));

        return ['read' => $read, 'more' => \count($rows) - \count($read)];
    }

    /**
     * What was written to them and what they wrote, the newest first: at, state, sender, subject, text.
     *
     * @param bool $corrects whether the reader may correct their record, and so reads what belongs to no requisition
     *
     * @return list<Record>
     */
    public function mails(int $candidate, Account $reader, bool $corrects): array
    {
        [$visible, $of] = $this->access->visible($reader, Permission::ReadMails);
        $own = $corrects ? 'o.requisition_id IS NULL' : 'false';
        $came = $corrects ? 'true' : 'false';

        return $this->db->rows(
            "SELECT * FROM (
                SELECT o.created_at AS at, o.state, NULL AS sender, p.content ->> 'subject' AS subject, p.content ->> 'text' AS text
                FROM delivery o LEFT JOIN personal_value p ON p.id = o.personal_id
                WHERE o.candidate_id = :id AND o.kind = 'mail'
                    AND ($own OR o.requisition_id IN (SELECT r.id FROM requisition_head r JOIN unit_place u ON u.id = r.unit_id WHERE r.id = o.requisition_id AND $visible))
                UNION ALL
                SELECT m.came_at, 'came', v.content ->> 'from', v.content ->> 'subject', v.content ->> 'text'
                FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE v.candidate_id = :id AND v.content IS NOT NULL AND $came
             ) x ORDER BY at DESC LIMIT ".self::MAILS,
            ['id' => $candidate] + $of,
        );
    }
}
