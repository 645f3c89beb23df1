<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

use Jorvent\Accounts\Access\Role;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Form\Choice;

/** People who sign in, as pages and choices show them. */
final readonly class StaffQuery
{
    private const ROW = "SELECT a.id, a.name, a.email, a.title, a.zone, a.active, coalesce(r.roles, '') AS roles
        FROM account a LEFT JOIN LATERAL (
            SELECT string_agg(DISTINCT g.role, ', ') AS roles FROM account_grant g WHERE g.account_id = a.id
        ) r ON true WHERE ";
    private const CHOICES = 500;
    private const MOST_DECIDERS = 2_000;

    public function __construct(private Db $db)
    {
    }

    /**
     * By name, from after someone on.
     *
     * @param list<string>|null $managed paths of units: those who belong there or hold a role there; null for all
     *
     * @return list<StaffRow>
     */
    public function list(string $words, string $afterName, int $afterId, ?array $managed, int $most): array
    {
        [$within, $parameters] = self::within($managed);
        $like = '' === $words ? '' : '%'.addcslashes($words, '%_\\').'%';

        return array_map(self::row(...), $this->db->rows(
            self::ROW."(:like = '' OR a.name ILIKE :like OR a.email ILIKE :like)
                AND (:after = '' OR (a.name, a.id) > (:after, :id)) AND $within ORDER BY a.name, a.id LIMIT ".$most,
            ['like' => $like, 'after' => $afterName, 'id' => $afterId] + $parameters,
        ));
    }

    /** @param list<string>|null $managed as above */
    public function one(int $id, ?array $managed): ?StaffRow
    {
        [$within, $parameters] = self::within($managed);
        $row = $this->db->row(self::ROW."a.id = :one AND $within", ['one' => $id] + $parameters);

        return null === $row ? null : self::row($row);
    }

    /** @return list<HeldGrant> */
    public function grants(int $account): array
    {
        return array_map(
            self::heldGrant(...),
            $this->db->rows(
                'SELECT g.id, g.role, u.name AS unit FROM account_grant g JOIN unit_place u ON u.id = g.unit_id
                 WHERE g.account_id = :a ORDER BY g.role, u.path',
                ['a' => $account],
            ),
        );
    }

    /** @return list<Choice> those who may sign in and hold some role, by name */
    public function colleagues(int $but): array
    {
        return self::choices($this->db->rows(
            'SELECT DISTINCT a.id, a.name FROM account a JOIN account_grant g ON g.account_id = a.id
             WHERE a.active AND a.id <> :but ORDER BY a.name LIMIT '.self::CHOICES,
            ['but' => $but],
        ));
    }

    /** @return list<Choice> who may hold a post that agrees to requisitions, by name */
    public function deciders(): array
    {
        return self::choices($this->db->rows(
            "SELECT a.id, a.name FROM account a WHERE a.active AND EXISTS (
                SELECT 1 FROM account_grant g
                WHERE g.account_id = a.id AND g.role IN ('approver', 'manager', 'recruiter', 'admin')
             ) ORDER BY a.name LIMIT ".self::MOST_DECIDERS,
        ));
    }

    /**
     * @param list<int> $keep who is offered even without a role
     *
     * @return list<PartChoice> who can have a part in a requisition, by name
     */
    public function parts(array $keep): array
    {
        return array_map(
            static fn (Record $r): PartChoice => new PartChoice($r->int('id'), $r->str('name'), $r->bool('recruits')),
            $this->db->rows(
                "SELECT a.id, a.name, bool_or(g.role = 'recruiter') AS recruits
                 FROM account a JOIN account_grant g ON g.account_id = a.id
                 WHERE a.active AND g.role IN ('manager', 'recruiter', 'approver', 'admin') OR a.id IN (:keep)
                 GROUP BY a.id, a.name ORDER BY a.name",
                ['keep' => [] === $keep ? [0] : $keep],
            ),
        );
    }

    /** @return list<StaffRow> who may sign in and has one of these roles */
    public function withRole(Role ...$roles): array
    {
        return array_map(self::row(...), $this->db->rows(
            self::ROW.'a.active AND EXISTS (
                SELECT 1 FROM account_grant h WHERE h.account_id = a.id AND h.role IN (:wanted)
             ) ORDER BY a.name',
            ['wanted' => array_map(static fn (Role $role): string => $role->value, $roles)],
        ));
    }

    /** Who looks after a requisition at a site until someone is named: oneself when one recruits, else a recruiter there. */
    public function recruiterFor(int $site, int $me): ?int
    {
        return $this->db->row(
            "SELECT a.id FROM account a JOIN account_grant g ON g.account_id = a.id
             WHERE g.role = 'recruiter' AND a.active
             ORDER BY (a.id = :me) DESC, (a.site_id = :site) DESC, a.id LIMIT 1",
            ['me' => $me, 'site' => $site],
        )?->int('id');
    }

    public function isActive(int $account): bool
    {
        return null !== $this->db->row('SELECT id FROM account WHERE id = :a AND active', ['a' => $account]);
    }

    public function name(int $account): ?string
    {
        return $this->db->row('SELECT name FROM account WHERE id = :a', ['a' => $account])?->str('name');
    }

    /** @return array<int, int> how many who may sign in work at each site, by site */
    public function bySite(): array
    {
        return $this->counts('SELECT site_id AS at, count(*) AS n FROM account WHERE active GROUP BY site_id');
    }

    /** @return array<int, int> how many people and roles belong to each unit, by unit */
    public function byUnit(): array
    {
        return $this->counts(
            'SELECT at, count(*) AS n FROM (
                SELECT unit_id AS at FROM account WHERE active UNION ALL SELECT unit_id FROM account_grant
             ) x GROUP BY at',
        );
    }

    /** @return array<int, int> */
    private function counts(string $sql): array
    {
        $counts = [];
        foreach ($this->db->rows($sql) as $row) {
            if (null !== $row->intOrNull('at')) {
                $counts[$row->int('at')] = $row->int('n');
            }
        }

        return $counts;
    }

    /** @return list<Choice> who is admin of a whole company, by name */
    public function admins(): array
    {
        return self::choices($this->db->rows(
            "SELECT DISTINCT a.id, a.name FROM account a JOIN account_grant g ON g.account_id = a.id
             JOIN unit_place u ON u.id = g.unit_id AND u.parent_id IS NULL
             WHERE a.active AND g.role = 'admin' ORDER BY a.name",
        ));
    }

    /** @return list<Choice> units that a role may be given for, with their paths */
    public function units(): array
    {
        return self::choices($this->db->rows(
            "SELECT id, name, path FROM unit_place
             WHERE in_force AND kind IN ('company', 'division', 'department', 'team') ORDER BY path",
        ));
    }

    public function path(int $unit): ?string
    {
        return $this->db->row('SELECT path FROM unit_place WHERE id = :id', ['id' => $unit])?->str('path');
    }

    /** @return list<string> of the unit that someone belongs to and of those they hold a role for */
    public function paths(int $account): array
    {
        return array_map(static fn (Record $r): string => $r->str('path'), $this->db->rows(
            'SELECT u.path FROM account a JOIN unit_place u ON u.id = a.unit_id WHERE a.id = :a
             UNION SELECT u.path FROM account_grant g JOIN unit_place u ON u.id = g.unit_id WHERE g.account_id = :a',
            ['a' => $account],
        ));
    }

    /**
     * @param list<string>|null $managed
     *
     * @return array{string, array<string, string>} a condition on the account "a"
     */
    private static function within(?array $managed): array
    {
        $parameters = [];
        foreach ($managed ?? [] as $i => $path) {
            $parameters['managed'.$i] = $path;
        }
        $under = array_map(static fn (string $name): string => "starts_with(mu.path, :$name)", array_keys($parameters));

        if (null === $managed) {
            return ['true', []];
        }
        $under = implode(' OR ', $under) ?: 'false';
        $theirs = 'a.unit_id OR mu.id IN (SELECT mg.unit_id FROM account_grant mg WHERE mg.account_id = a.id)';

        return ["EXISTS (SELECT 1 FROM unit_place mu WHERE ($under) AND (mu.id = $theirs))", $parameters];
    }

    private static function row(Record $r): StaffRow
    {
        return new StaffRow(
            $r->int('id'),
            $r->str('name'),
            $r->str('email'),
            $r->str('title'),
            $r->str('zone'),
            $r->bool('active'),
            $r->str('roles'),
        );
    }

    private static function heldGrant(Record $r): HeldGrant
    {
        return new HeldGrant($r->int('id'), Role::from($r->str('role')), $r->str('unit'));
    }

    /**
     * @param list<Record> $rows
     *
     * @return list<Choice>
     */
    private static function choices(array $rows): array
    {
        $path = static fn (Record $r): string => $r->offsetExists('path') ? $r->str('path') : '';

        return array_map(static fn (Record $r): Choice => new Choice($r->int('id'), $r->str('name'), $path($r)), $rows);
    }
}
