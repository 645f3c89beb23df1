<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

use Jorvent\Core\Reporting\Spread;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Units as the people who hire in them see them; figures are of a unit with all below it. */
final readonly class DepartmentQuery
{
    private const YEARS_OF_HIRES = 2;
    private const MOST_INTERVIEWS = 12;
    private const MOST_PEOPLE = 40;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function one(int $id): ?Department
    {
        $row = $this->db->row(
            "SELECT u.*, p.name AS parent, (
                SELECT string_agg(a.name, ', ') FROM post_held h JOIN staff_name a ON a.id = h.account_id
                WHERE h.unit_id = u.id AND h.post = 'department_head'
             ) AS head
             FROM unit_place u LEFT JOIN unit_place p ON p.id = u.parent_id WHERE u.id = :id",
            ['id' => $id],
        );

        return null === $row ? null : self::department($row);
    }

    /** @return list<Department> in force below a unit, by code */
    public function below(int $id): array
    {
        return array_map(self::department(...), $this->db->rows(
            "SELECT u.*, NULL AS parent, NULL AS head FROM unit_place u
             WHERE u.parent_id = :id AND u.in_force AND u.kind IN ('division', 'department', 'team') ORDER BY u.code",
            ['id' => $id],
        ));
    }

    public function hiring(string $path): Hiring
    {
        $row = $this->db->row(
            "WITH r AS (
                SELECT q.id, q.state, q.positions FROM requisition_head q JOIN unit_place u ON u.id = q.unit_id
                WHERE starts_with(u.path, :path)
             ), p AS (
                SELECT a.id, a.state FROM application a JOIN r ON r.id = a.requisition_id
             ), o AS (
                SELECT f.state FROM offer f JOIN p ON p.id = f.application_id
             )
             SELECT (SELECT coalesce(sum(positions), 0) FROM r WHERE state = 'approved') AS positions,
                (SELECT count(*) FROM p WHERE state = 'active') AS active,
                (SELECT count(*) FROM o WHERE state = 'accepted') AS accepted,
                (SELECT count(*) FROM o WHERE state IN ('accepted', 'declined')) AS answered",
            ['path' => $path],
        ) ?? throw new \LogicException('Figures are one row.');

        return new Hiring(
            $row->int('positions'),
            $row->int('active'),
            $row->int('accepted'),
            $row->int('answered'),
            Spread::of($this->daysToHire($path)),
        );
    }

    /** @return list<int> from opening to signing, of the last years */
    private function daysToHire(string $path): array
    {
        $rows = $this->db->rows(
            'SELECT CAST(extract(day FROM h.signed_at - q.opened_on) AS int) AS days
             FROM hire h JOIN application p ON p.id = h.application_id JOIN requisition_head q ON q.id = p.requisition_id
             JOIN unit_place u ON u.id = q.unit_id
             WHERE starts_with(u.path, :path) AND q.opened_on IS NOT NULL AND h.signed_at > :since',
            ['path' => $path, 'since' => $this->clock->now()->modify('-'.self::YEARS_OF_HIRES.' years')],
        );

        return array_map(static fn (Record $r): int => $r->int('days'), $rows);
    }

    /** @return list<Interview> by time */
    public function interviews(string $path): array
    {
        return array_map(static fn (Record $r): Interview => new Interview(
            $r->instant('starts'),
            $r->str('title'),
            $r->str('requisition'),
            $r->int('number'),
            $r->strOrNull('seats'),
        ), $this->db->rows(
            "SELECT lower(i.during) AS starts, i.title, r.title AS requisition, r.number, (
                SELECT string_agg(a.name, ', ' ORDER BY a.name)
                FROM interview_seat t JOIN staff_name a ON a.id = t.account_id WHERE t.interview_id = i.id
             ) AS seats
             FROM interview i JOIN application p ON p.id = i.application_id JOIN requisition_head r ON r.id = p.requisition_id
             JOIN unit_place u ON u.id = r.unit_id
             WHERE starts_with(u.path, :path) AND i.state = 'booked' AND lower(i.during) > :now
             ORDER BY 1 LIMIT ".self::MOST_INTERVIEWS,
            ['path' => $path, 'now' => $this->clock->now()],
        ));
    }

    /** @return list<Person> who may sign in and belongs there, by name */
    public function people(string $path): array
    {
        return array_map(static fn (Record $r): Person => new Person($r->str('name'), $r->str('title')), $this->db->rows(
            'SELECT a.name, a.title FROM staff_name a JOIN unit_place u ON u.id = a.unit_id
             WHERE starts_with(u.path, :path) AND a.active ORDER BY a.name LIMIT '.self::MOST_PEOPLE,
            ['path' => $path],
        ));
    }

    private static function department(Record $r): Department
    {
        $parent = $r->strOrNull('parent');

        return new Department(
            $r->int('id'),
            $r->str('path'),
            $r->str('code'),
            $r->str('name'),
            $r->str('kind'),
            new Headcount($r->int('headcount'), $r->intOrNull('headcount_plan')),
            null === $parent ? null : new UnitLink($r->int('parent_id'), $parent),
            $r->strOrNull('head'),
        );
    }
}
