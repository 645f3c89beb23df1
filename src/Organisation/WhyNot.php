<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Diagnosis;
use Jorvent\Core\Organisation\Looking;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** "I can not pick the unit I need": why, and what an admin does about it. */
final readonly class WhyNot
{
    public function __construct(private Db $db, private Structures $structures, private ReachList $reach, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    public function diagnose(string $typed, int $account, ?int $company): Diagnosis
    {
        $permission = Permission::OpenRequisition;

        return Diagnosis::of(new Looking($typed, $this->structures->inForce(), $this->structures->others(), $this->reach->roots($account, $permission), $this->reach->listed($account, $permission), $company, $this->clock->now()));
    }

    /** Sends the admins the question with what was found; they meet it on Today. */
    public function ask(Account $by, string $typed, ?int $company, string $note): int
    {
        return $this->db->transaction(function () use ($by, $typed, $company, $note): int {
            $found = $this->diagnose($typed, $by->id, $company)->found[0] ?? null;
            $id = $this->db->insert('reach_question', ['asked_by' => $by->id, 'typed' => $typed, 'company_id' => $company, 'unit_id' => null === $found ? null : $found['unit']->id, 'causes' => array_map(static fn (Cause $c): string => $c->value, $found['causes'] ?? []), 'note' => $note, 'asked_at' => $this->clock->now()]);
            $this->log->record('unit.asked_for', 'reach_question', $id, change: ['typed' => $typed, 'unit' => null === $found ? null : $found['unit']->id]);

            return $id;
        });
    }

    public function answer(int $question, int $by, string $answer): void
    {
        $this->db->transaction(function () use ($question, $by, $answer): void {
            if (1 !== $this->db->execute('UPDATE reach_question SET answered_by = :by, answered_at = :now, answer = :answer WHERE id = :id AND answered_at IS NULL', ['id' => $question, 'by' => $by, 'now' => $this->clock->now(), 'answer' => $answer])) {
                throw Refused::because('nothing_to_decide');
            }
            $this->log->record('unit.answered', 'reach_question', $question);
        });
    }

    public function question(int $id): ?Record
    {
        return $this->db->row('SELECT q.*, a.name AS asker, b.name AS answerer FROM reach_question q JOIN account a ON a.id = q.asked_by LEFT JOIN account b ON b.id = q.answered_by WHERE q.id = :id', ['id' => $id]);
    }

    /** Takes one cause away, as far as that is one act. */
    public function repair(Cause $cause, int $unit, int $account): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        $keep = static fn (Unit $u, string $code, ?\DateTimeImmutable $from, ?\DateTimeImmutable $to, bool $retired): Unit => new Unit($u->id, $u->parent, $code, $u->name, $u->kind, $from, $to, $retired, $u->plan);
        $line = $this->structures->inForce()->upwards($unit);
        match ($cause) {
            Cause::StrayCode => $this->clean($unit, $keep),
            Cause::NotYet => $this->each($line, static fn (Unit $u): bool => !$u->hasBegunBy($today), static fn (Unit $u): Unit => $keep($u, $u->code, $today, $u->to, $u->retired)),
            Cause::NoMore => $this->each($line, static fn (Unit $u): bool => $u->hasEndedBefore($today), static fn (Unit $u): Unit => $keep($u, $u->code, $u->from, null, $u->retired)),
            Cause::Retired => $this->each($line, static fn (Unit $u): bool => $u->retired, static fn (Unit $u): Unit => $keep($u, $u->code, $u->from, $u->to, false)),
            Cause::ReachListLate => $this->reach->draw($account),
            Cause::OutsideReach => $this->extend($unit, $account),
            // another version: that is bringing it into force, with its own check; another company: a click of the person looking
            Cause::OtherVersion, Cause::OtherCompany => throw Refused::because('no_repair_in_one_act'),
        };
        $this->log->record('unit.cause_taken_away', 'unit', $unit, change: ['cause' => $cause->value, 'for' => $account]);
    }

    /** @param callable(Unit, string, \DateTimeImmutable|null, \DateTimeImmutable|null, bool): Unit $keep */
    private function clean(int $unit, callable $keep): void
    {
        $code = Code::clean($this->structures->inForce()->unit($unit)->code ?? throw Refused::because('missing'));
        $twin = array_filter($this->structures->inForce()->units, static fn (Unit $u): bool => $u->id !== $unit && Code::folded($u->code) === mb_strtolower($code));
        if ([] !== $twin) {
            throw Refused::because('code_taken', '', ['code' => $code, 'name' => reset($twin)->name]);
        }
        $this->structures->repair($unit, static fn (Unit $u): Unit => $keep($u, $code, $u->from, $u->to, $u->retired));
    }

    /**
     * @param list<Unit>           $line
     * @param callable(Unit): bool $which
     * @param callable(Unit): Unit $change
     */
    private function each(array $line, callable $which, callable $change): void
    {
        foreach (array_filter($line, $which) as $unit) {
            $this->structures->repair($unit->id, $change);
        }
    }

    /** Gives the role the person has elsewhere for this unit too. */
    private function extend(int $unit, int $account): void
    {
        $role = $this->db->row("SELECT role FROM account_grant WHERE account_id = :a AND role IN ('recruiter', 'manager') ORDER BY role LIMIT 1", ['a' => $account])?->str('role') ?? throw Refused::because('no_role_to_extend');
        $this->db->transaction(function () use ($unit, $account, $role): void {
            $this->db->execute('INSERT INTO account_grant (account_id, role, unit_id) VALUES (:a, :r, :u) ON CONFLICT DO NOTHING', ['a' => $account, 'r' => $role, 'u' => $unit]);
            $this->log->record('account.granted', 'account', $account, change: ['role' => $role, 'unit' => $unit]);
            $this->reach->draw($account);
        });
    }
}
