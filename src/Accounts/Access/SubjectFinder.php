<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Delegations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Gate;
use Psr\Clock\ClockInterface;

/** Finds the requisition behind an address and which parts a person plays on it, in one query. */
final readonly class SubjectFinder
{
    private const OF = [
        Gate::REQUISITION => 'r.number = :id',
        Gate::APPLICATION => 'r.id = (SELECT requisition_id FROM application WHERE id = :id)',
        Gate::INTERVIEW => 'r.id = (SELECT p.requisition_id FROM interview i JOIN application p ON p.id = i.application_id WHERE i.id = :id)',
        Gate::OFFER => 'r.id = (SELECT p.requisition_id FROM offer o JOIN application p ON p.id = o.application_id WHERE o.id = :id)',
    ];

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return Subject|null null when there is no such thing */
    public function find(string $of, int $id, int $me): ?Subject
    {
        if (Gate::CANDIDATE === $of) {
            return $this->candidate($id, $me);
        }
        if (Gate::UNIT === $of) {
            $path = $this->db->row('SELECT path FROM unit_place WHERE id = :id', ['id' => $id])?->str('path');

            return null === $path ? null : new Subject($path, []);
        }
        $seat = Gate::INTERVIEW === $of
            ? 'SELECT 1 FROM interview_seat s WHERE s.account_id = :me AND s.interview_id = :id'
            : 'SELECT 1 FROM interview_seat s JOIN interview i ON i.id = s.interview_id JOIN application p ON p.id = i.application_id WHERE s.account_id = :me AND p.requisition_id = r.id'.(Gate::APPLICATION === $of ? ' AND p.id = :id' : '');
        $row = $this->db->planned(
            "SELECT r.id, r.number, u.path, r.visibility, (SELECT d.path FROM unit_place d WHERE d.kind = 'department' AND starts_with(u.path, d.path) ORDER BY length(d.path) DESC LIMIT 1) AS department, r.requester_id = :me AS requester, coalesce(r.partner_id = :me, false) AS partner,
                r.recruiter_id = :me OR t.parts @> ARRAY['recruiter'] AS recruiter, r.manager_id = :me OR t.parts @> ARRAY['manager'] AS manager, t.parts @> ARRAY['coordinator'] AS coordinator, t.parts @> ARRAY['observer'] AS observer,
                EXISTS (SELECT 1 FROM approval a WHERE a.requisition_id = r.id AND a.state <> 'dropped' AND ".Delegations::decides('a').") AS approver, EXISTS ($seat) OR t.parts @> ARRAY['interviewer'] AS interviewer
             FROM requisition r JOIN unit_place u ON u.id = r.unit_id CROSS JOIN LATERAL (SELECT coalesce(array_agg(part), ARRAY[]::text[]) AS parts FROM team_member m WHERE m.requisition_id = r.id AND m.account_id = :me) t WHERE ".self::OF[$of],
            ['id' => $id, 'me' => $me, 'today' => $this->clock->now()->format('Y-m-d')],
        )[0] ?? null;

        return null === $row ? null : new Subject($row->str('path'), array_values(array_filter(Part::cases(), static fn (Part $p): bool => $row->bool($p->value))), $row->int('id'), $row->int('number'), $row->str('visibility'), $row->strOrNull('department'));
    }

    private function candidate(int $id, int $me): ?Subject
    {
        $row = $this->db->row(
            'SELECT EXISTS (SELECT 1 FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE p.candidate_id = c.id AND r.manager_id = :me) AS manager,
                EXISTS (SELECT 1 FROM application p JOIN interview i ON i.application_id = p.id JOIN interview_seat s ON s.interview_id = i.id WHERE p.candidate_id = c.id AND s.account_id = :me) AS interviewer
             FROM candidate c WHERE c.id = :id',
            ['id' => $id, 'me' => $me],
        );

        return null === $row ? null : new Subject(null, array_values(array_filter([Part::Manager, Part::Interviewer], static fn (Part $p): bool => $row->bool($p->value))));
    }
}
