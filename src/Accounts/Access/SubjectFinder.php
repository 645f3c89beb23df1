<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Delegations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Finds the requisition behind an address and which parts a person plays on it, in one query. */
final readonly class SubjectFinder
{
    /** The requisition of an application, an interview or an offer. */
    private const BEHIND = "r.id = (
        SELECT owner_id FROM belongs_to WHERE kind = :of AND owner = 'requisition' AND id = :id
    )";
    /** Where someone sits in an interview: in this one, or in one of this application or of the whole requisition. */
    private const SEAT_HERE = 'SELECT 1 FROM interview_seat s WHERE s.account_id = :me AND s.interview_id = :id';
    private const SEAT = 'SELECT 1 FROM interview_seat s JOIN interview i ON i.id = s.interview_id
        JOIN application p ON p.id = i.application_id WHERE s.account_id = :me AND p.requisition_id = r.id';

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return Subject|null null when there is no such thing */
    public function find(string $of, int $id, int $me): ?Subject
    {
        return match ($of) {
            Gate::CANDIDATE => $this->candidate($id, $me),
            Gate::UNIT => $this->unit($id),
            default => $this->requisition($of, $id, $me),
        };
    }

    private function unit(int $id): ?Subject
    {
        $path = $this->db->row('SELECT path FROM unit_place WHERE id = :id', ['id' => $id])?->str('path');

        return null === $path ? null : new Subject($path, []);
    }

    private function requisition(string $of, int $id, int $me): ?Subject
    {
        $seat = match ($of) {
            Gate::INTERVIEW => self::SEAT_HERE,
            Gate::APPLICATION => self::SEAT.' AND p.id = :id',
            default => self::SEAT,
        };
        $today = $this->clock->now()->format('Y-m-d');
        $row = $this->db->planned(
            "SELECT r.id, r.number, u.path, r.visibility, d.path AS department,
                r.requester_id = :me AS requester,
                coalesce(r.partner_id = :me, false) AS partner,
                r.recruiter_id = :me OR t.parts @> ARRAY['recruiter'] AS recruiter,
                r.manager_id = :me OR t.parts @> ARRAY['manager'] AS manager,
                t.parts @> ARRAY['coordinator'] AS coordinator,
                t.parts @> ARRAY['observer'] AS observer,
                EXISTS ($seat) OR t.parts @> ARRAY['interviewer'] AS interviewer,
                EXISTS (
                    SELECT 1 FROM asked_approver a
                    WHERE a.requisition_id = r.id AND a.state <> 'dropped' AND ".Delegations::decides('a')."
                ) AS approver
             FROM requisition_head r JOIN unit_place u ON u.id = r.unit_id
                LEFT JOIN LATERAL (
                    SELECT path FROM unit_place WHERE kind = 'department' AND starts_with(u.path, path)
                    ORDER BY length(path) DESC LIMIT 1
                ) d ON true
                CROSS JOIN LATERAL (
                    SELECT coalesce(array_agg(part), ARRAY[]::text[]) AS parts FROM team_part m
                    WHERE m.requisition_id = r.id AND m.account_id = :me
                ) t
             WHERE ".(Gate::REQUISITION === $of ? 'r.number = :id' : self::BEHIND),
            ['id' => $id, 'me' => $me, 'today' => $today] + (Gate::REQUISITION === $of ? [] : ['of' => $of]),
        )[0] ?? null;

        return null === $row ? null : new Subject(
            $row->str('path'),
            self::parts($row, Part::cases()),
            $row->int('id'),
            $row->int('number'),
            $row->str('visibility'),
            $row->strOrNull('department'),
        );
    }

    private function candidate(int $id, int $me): ?Subject
    {
        $row = $this->db->row(
            'SELECT EXISTS (
                    SELECT 1 FROM application p JOIN requisition_head r ON r.id = p.requisition_id
                    WHERE p.candidate_id = c.id AND r.manager_id = :me
                ) AS manager,
                EXISTS (
                    SELECT 1 FROM application p JOIN interview i ON i.application_id = p.id
                    JOIN interview_seat s ON s.interview_id = i.id
                    WHERE p.candidate_id = c.id AND s.account_id = :me
                ) AS interviewer
             FROM candidate c WHERE c.id = :id',
            ['id' => $id, 'me' => $me],
        );

        return null === $row ? null : new Subject(null, self::parts($row, [Part::Manager, Part::Interviewer]));
    }

    /**
     * @param list<Part> $of
     *
     * @return list<Part> those that the row says are played
     */
    private static function parts(Record $row, array $of): array
    {
        return array_values(array_filter($of, static fn (Part $part): bool => $row->bool($part->value)));
    }
}
