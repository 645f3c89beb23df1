<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\SignIn\Totp;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Sealer;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;

/**
 * A code from an app on a phone, asked after the password: of admins, of those who may decide approvals, and of whoever set one up. Each code
 * works once. When the phone is lost a recovery code does, each once; when those are lost too, two admins or the operator reset it.
 */
final readonly class SecondFactor
{
    /** Kept in the session once the code was right, or once none is asked. */
    public const BROUGHT = 'factor_brought';
    private const USE = 'second factor';
    private const RECOVERY_CODES = 10;
    private const RECOVERY_BYTES = 8;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Sealer $sealer,
        private ActivityLog $log,
        private Sessions $sessions,
        #[Target('factor')]
        private RateLimiterFactoryInterface $limit,
        #[Autowire('%env(bool:JORVENT_SECOND_FACTOR)%')]
        private bool $asked,
    ) {
    }

    public function isAskedOf(Account $account): bool
    {
        return $this->isSetUp($account->id) || ($this->asked && $this->mayDecide($account->id));
    }

    public function isSetUp(int $account): bool
    {
        return 1 === $this->db->int('SELECT count(*) FROM second_factor WHERE account_id = :a AND confirmed_at IS NOT NULL', ['a' => $account]);
    }

    /** The secret that is being set up, made at first asking: showing the page again shows the same. */
    public function secretToSetUp(Account $account): string
    {
        return $this->db->transaction(function () use ($account): string {
            $this->db->execute(
                'INSERT INTO second_factor (account_id, secret) VALUES (:a, :s) ON CONFLICT (account_id) DO NOTHING',
                ['a' => $account->id, 's' => $this->sealer->seal(Totp::secret(random_bytes(Totp::SECRET_BYTES)), self::USE)],
            );
            $row = $this->db->row('SELECT secret, confirmed_at FROM second_factor WHERE account_id = :a', ['a' => $account->id]);
            if (null === $row || null !== $row->instantOrNull('confirmed_at')) {
                throw Refused::because('factor_known');
            }

            return $this->open($row->str('secret'));
        });
    }

    /**
     * The first code shows that the app has the secret.
     *
     * @return list<string> recovery codes, to be shown once
     */
    public function setUp(Account $account, #[\SensitiveParameter] string $code): array
    {
        $step = Totp::step($this->secretToSetUp($account), self::plain($code), $this->clock->now()) ?? throw $this->refused($account);

        return $this->db->transaction(function () use ($account, $step): array {
            $codes = array_map(
                static fn (): string => implode('-', str_split(bin2hex(random_bytes(self::RECOVERY_BYTES)), 4)),
                range(1, self::RECOVERY_CODES),
            );
            $hashes = array_map(fn (string $one): string => $this->hash($one), $codes);
            $sql = 'UPDATE second_factor SET confirmed_at = :now, last_step = :step, recovery = :codes WHERE account_id = :a AND confirmed_at IS NULL';
            if (1 !== $this->db->execute($sql, ['now' => $this->clock->now(), 'step' => $step, 'codes' => json_encode($hashes), 'a' => $account->id])) {
                throw Refused::because('factor_known');
            }
            $this->log->record('account.factor_set_up', 'account', $account->id);

            return $codes;
        });
    }

    /** A code of the app or a recovery code; each is taken once, also when two requests bring it at the same moment. */
    public function check(Account $account, #[\SensitiveParameter] string $code): void
    {
        if (!$this->limit->create((string) $account->id)->consume()->isAccepted()) {
            throw Refused::because('too_many_tries', 'code');
        }
        $secret = $this->db->row('SELECT secret FROM second_factor WHERE account_id = :a AND confirmed_at IS NOT NULL', ['a' => $account->id])?->str('secret')
            ?? throw Refused::because('missing', 'code');
        $step = Totp::step($this->open($secret), self::plain($code), $this->clock->now());
        $taken = null !== $step
            ? $this->db->execute('UPDATE second_factor SET last_step = :s WHERE account_id = :a AND last_step < :s', ['s' => $step, 'a' => $account->id])
            : $this->db->execute(
                'UPDATE second_factor SET recovery = recovery - :hash WHERE account_id = :a AND jsonb_exists(recovery, :hash)',
                ['hash' => $this->hash($code), 'a' => $account->id],
            );
        if (1 !== $taken) {
            throw $this->refused($account);
        }
        if (null === $step) {
            $this->log->record('account.recovery_code_used', 'account', $account->id);
        }
        $this->limit->create((string) $account->id)->reset();
    }

    /** How many recovery codes are left. */
    public function left(int $account): int
    {
        return $this->db->int('SELECT jsonb_array_length(recovery) FROM second_factor WHERE account_id = :a AND confirmed_at IS NOT NULL', ['a' => $account]);
    }

    /**
     * By an admin; the second admin who asks does it.
     *
     * @return bool whether it is reset; false while another admin has yet to agree
     */
    public function askReset(int $account, Account $by): bool
    {
        if ($account === $by->id) {
            throw Refused::because('not_yourself');
        }

        return $this->db->transaction(function () use ($account, $by): bool {
            if (!$this->isSetUp($account)) {
                throw Refused::because('factor_unknown');
            }
            $this->db->execute('DELETE FROM factor_reset WHERE asked_at < :old', ['old' => $this->clock->now()->modify('-1 day')]);
            $first = 1 === $this->db->execute(
                'INSERT INTO factor_reset (account_id, asked_by, asked_at) VALUES (:a, :by, :now) ON CONFLICT DO NOTHING',
                ['a' => $account, 'by' => $by->id, 'now' => $this->clock->now()],
            );
            if ($first) {
                $this->log->record('account.factor_reset_asked', 'account', $account);

                return false;
            }
            if (1 !== $this->db->execute('DELETE FROM factor_reset WHERE account_id = :a AND asked_by <> :by', ['a' => $account, 'by' => $by->id])) {
                throw Refused::because('another_admin');
            }
            $this->reset($account);

            return true;
        });
    }

    /** Within a transaction: the account sets up a new one at its next sign-in. */
    public function reset(int $account): void
    {
        $this->db->execute('DELETE FROM second_factor WHERE account_id = :a', ['a' => $account]);
        $this->db->execute('DELETE FROM factor_reset WHERE account_id = :a', ['a' => $account]);
        $this->sessions->endAll($account);
        $this->log->record('account.factor_reset', 'account', $account);
    }

    /** Who asked already for a reset that another admin has yet to agree to. */
    public function resetAskedBy(int $account): ?int
    {
        return $this->db->row(
            'SELECT asked_by FROM factor_reset WHERE account_id = :a AND asked_at >= :old',
            ['a' => $account, 'old' => $this->clock->now()->modify('-1 day')],
        )?->int('asked_by');
    }

    /** Admins and whoever may decide an approval: by role, by a post, in someone's place, or because one waits for them. */
    private function mayDecide(int $account): bool
    {
        return 0 !== $this->db->int(
            "SELECT (SELECT count(*) FROM account_grant WHERE account_id = :a AND role IN ('admin', 'approver'))
                + (SELECT count(*) FROM post_holder WHERE account_id = :a)
                + (SELECT count(*) FROM delegation WHERE to_id = :a AND ended_at IS NULL)
                + (SELECT count(*) FROM approval WHERE approver_id = :a AND state = 'waiting')",
            ['a' => $account],
        );
    }

    private function refused(Account $account): Refused
    {
        $this->log->record('account.factor_failed', 'account', $account->id);

        return Refused::because('factor_wrong', 'code');
    }

    private function open(string $sealed): string
    {
        return $this->sealer->open($sealed, self::USE) ?? throw new \RuntimeException('A secret was sealed by another instance.');
    }

    private function hash(#[\SensitiveParameter] string $code): string
    {
        return $this->sealer->mac(self::plain($code), self::USE);
    }

    private static function plain(#[\SensitiveParameter] string $code): string
    {
        return strtolower((string) preg_replace('/[\s\-]++/', '', mb_scrub(substr($code, 0, 100))));
    }
}
