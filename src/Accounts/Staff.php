<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\SignIn\Sessions;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What an admin does with people: invite, give and take roles, let someone go and hand over all they hold. */
final readonly class Staff
{
    private const INVITATION_DAYS = 14;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private ForgottenPassword $passwords, private ReachList $reach, private Access $access, private Sessions $sessions)
    {
    }

    public function invite(string $name, string $email, string $title, string $zone, string $role, int $unit, Account $by): int
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $name ? new Refusal('name', 'missing') : null, false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', 'email_wrong') : null,
            null === WorkingHours::zone($zone) ? new Refusal('zone', 'zone_unknown') : null, null === Role::tryFrom($role) ? new Refusal('role', 'missing') : null,
            $this->within($by, $unit) ? null : new Refusal('unit', 'unit_outside_reach'),
            0 !== $this->db->int('SELECT count(*) FROM account WHERE lower(email) = lower(:e)', ['e' => $email]) ? new Refusal('email', 'email_known') : null,
        ])));

        return $this->db->transaction(function () use ($name, $email, $title, $zone, $role, $unit, $by): int {
            $account = new Account($name, $email, $title, $zone, null, $unit, $this->clock->now());
            $this->entities->persist($account);
            $this->entities->flush();
            $this->grant($account->id, $role, $unit, $by);
            $this->passwords->send($account->id, 'You are invited to Jorvent', 'You have been invited to hire with Jorvent. Choose a password here within two weeks:', self::INVITATION_DAYS);
            $this->log->record('account.invited', 'account', $account->id);

            return $account->id;
        });
    }

    public function grant(int $account, string $role, int $unit, Account $by): void
    {
        if (!$this->within($by, $unit)) {
            throw Refused::because('unit_outside_reach', 'unit');
        }
        if (0 === $this->db->int('SELECT count(*) FROM account WHERE id = :id AND active', ['id' => $account])) {
            throw Refused::because('missing');
        }
        if (null === Role::tryFrom($role)) {
            throw Refused::because('missing', 'role');
        }
        $this->db->transaction(function () use ($account, $role, $unit): void {
            if (1 === $this->db->execute('INSERT INTO account_grant (account_id, role, unit_id) VALUES (:a, :r, :u) ON CONFLICT DO NOTHING', ['a' => $account, 'r' => $role, 'u' => $unit])) {
                $this->reach->drawLater($account);
                $this->log->record('account.granted', 'account', $account, change: ['role' => $role, 'unit' => $unit]);
            }
        });
    }

    public function revoke(int $grant, Account $by): void
    {
        $this->db->transaction(function () use ($grant, $by): void {
            $row = $this->db->row('SELECT account_id, role, unit_id FROM account_grant WHERE id = :id FOR UPDATE', ['id' => $grant]) ?? throw Refused::because('missing');
            if (!$this->within($by, $row->int('unit_id'))) {
                throw Refused::because('unit_outside_reach');
            }
            if ('admin' === $row->str('role') && ($row->int('account_id') === $by->id || 1 === $this->db->int("SELECT count(DISTINCT g.account_id) FROM account_grant g JOIN account a ON a.id = g.account_id WHERE g.role = 'admin' AND a.active"))) {
                throw Refused::because('last_admin');
            }
            $this->db->execute('DELETE FROM account_grant WHERE id = :id', ['id' => $grant]);
            $this->reach->drawLater($row->int('account_id'));
            $this->log->record('account.revoked', 'account', $row->int('account_id'), change: ['role' => $row->str('role'), 'unit' => $row->int('unit_id')]);
        });
    }

    /** @return array{requisitions: int, approvals: int, interviews: int, posts: int} what someone holds and another would take over */
    public function holds(int $account): array
    {
        $row = $this->db->row(
            "SELECT (SELECT count(*) FROM requisition WHERE state NOT IN ('filled', 'declined', 'cancelled') AND :id IN (recruiter_id, manager_id, requester_id)) AS requisitions, (SELECT count(*) FROM approval WHERE approver_id = :id AND state = 'waiting') AS approvals,
                (SELECT count(*) FROM interview_seat t JOIN interview i ON i.id = t.interview_id WHERE t.account_id = :id AND i.state IN ('offered', 'booked') AND (i.during IS NULL OR lower(i.during) > :now)) AS interviews, (SELECT count(*) FROM post_holder WHERE account_id = :id) AS posts",
            ['id' => $account, 'now' => $this->clock->now()],
        ) ?? throw new \LogicException('A count always has a row.');

        return ['requisitions' => $row->int('requisitions'), 'approvals' => $row->int('approvals'), 'interviews' => $row->int('interviews'), 'posts' => $row->int('posts')];
    }

    /** Deactivates someone; requisitions, approvals, interviews and posts go to another in the same step. */
    public function letGo(int $account, ?int $to, Account $by): void
    {
        if ($account === $by->id) {
            throw Refused::because('not_yourself');
        }
        if (!$this->manages($by, $account)) {
            throw Refused::because('person_outside_reach');
        }
        $this->db->transaction(function () use ($account, $to): void {
            $leaving = $this->entities->find(Account::class, $account) ?? throw Refused::because('missing');
            if (0 !== array_sum($this->holds($account))) {
                if (null === $to || $to === $account || 0 === $this->db->int('SELECT count(*) FROM account WHERE id = :id AND active', ['id' => $to])) {
                    throw Refused::because('successor_missing', 'to');
                }
                $this->handOver($account, $to);
            }
            $leaving->deactivate();
            $this->sessions->endAll($account);
            $this->log->record('account.deactivated', 'account', $account, change: ['to' => $to]);
        });
    }

    /** Whether a unit lies where someone gives and takes roles. */
    public function within(Account $by, int $unit): bool
    {
        $path = $this->db->row('SELECT path FROM org_unit WHERE id = :id', ['id' => $unit])?->str('path');

        return null !== $path && $this->covered($by, $path);
    }

    /** Whether all that a person is and may lies there; who belongs nowhere yet is managed from the root. */
    public function manages(Account $by, int $account): bool
    {
        if ($this->access->allows($by, Permission::Administer)) {
            return true;
        }
        $paths = array_map(static fn ($row): string => $row->str('path'), $this->db->rows(
            'SELECT u.path FROM account a JOIN org_unit u ON u.id = a.unit_id WHERE a.id = :a
             UNION SELECT u.path FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE g.account_id = :a',
            ['a' => $account],
        ));

        return [] !== $paths && [] === array_filter($paths, fn (string $path): bool => !$this->covered($by, $path));
    }

    /** @return array{string, array<string, string>} a condition: those who belong to where someone manages, or hold a role there; "a" is the account */
    public function managed(Account $by): array
    {
        if ($this->access->allows($by, Permission::Administer)) {
            return ['true', []];
        }
        $parameters = [];
        foreach ($this->access->reach($by, Permission::ManageStaff) as $i => $path) {
            $parameters['managed'.$i] = $path;
        }
        $under = implode(' OR ', array_map(static fn (string $name): string => "starts_with(mu.path, :$name)", array_keys($parameters))) ?: 'false';

        return ["EXISTS (SELECT 1 FROM org_unit mu WHERE ($under) AND (mu.id = a.unit_id OR mu.id IN (SELECT mg.unit_id FROM account_grant mg WHERE mg.account_id = a.id)))", $parameters];
    }

    public function covered(Account $by, string $path): bool
    {
        foreach ($this->access->reach($by, Permission::ManageStaff) as $root) {
            if (str_starts_with($path, $root)) {
                return true;
            }
        }

        return false;
    }

    private function handOver(int $from, int $to): void
    {
        $ids = ['from' => $from, 'to' => $to];
        foreach (['recruiter_id', 'manager_id', 'requester_id', 'partner_id'] as $part) {
            $this->db->execute("UPDATE requisition SET $part = :to WHERE $part = :from AND state NOT IN ('filled', 'declined', 'cancelled')", $ids);
        }
        $this->db->execute("UPDATE approval SET approver_id = :to WHERE approver_id = :from AND state = 'waiting'", $ids);
        $this->db->execute('UPDATE post_holder SET account_id = :to WHERE account_id = :from', $ids);
        foreach ($this->db->rows("SELECT t.id, t.during, EXISTS (SELECT 1 FROM interview_seat o WHERE o.account_id = :to AND (o.during && t.during OR o.interview_id = t.interview_id)) AS clash FROM interview_seat t JOIN interview i ON i.id = t.interview_id WHERE t.account_id = :from AND i.state IN ('offered', 'booked') AND (i.during IS NULL OR lower(i.during) > :now)", $ids + ['now' => $this->clock->now()]) as $seat) {
            if ($seat->bool('clash')) {
                throw Refused::because('successor_busy', 'to');
            }
            $this->db->execute('UPDATE interview_seat SET account_id = :to WHERE id = :id', ['to' => $to, 'id' => $seat->int('id')]);
        }
    }
}
