<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Entity\SecondFactor;
use Jorvent\Accounts\Repository\SecondFactorRepository;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\SignIn\Totp;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;

/**
 * A code from an app on a phone, asked after the password. When the phone is lost a recovery code does; when those are
 * lost too, two admins or the operator reset it.
 */
final readonly class SecondStep
{
    /** Kept in the session once the code was right, or once none is asked. */
    public const BROUGHT = 'factor_brought';
    private const RECOVERY_CODES = 10;
    private const RECOVERY_BYTES = 8;

    public function __construct(
        private SecondFactorRepository $factors,
        private Db $db,
        private ClockInterface $clock,
        private FactorSecrets $secrets,
        private ActivityLog $log,
        private Sessions $sessions,
        #[Target('factor')]
        private RateLimiterFactoryInterface $limit,
    ) {
    }

    public function isSetUp(int $account): bool
    {
        return $this->factors->of($account)?->isSetUp() ?? false;
    }

    /** How many recovery codes are left. */
    public function left(int $account): int
    {
        return $this->factors->of($account)?->recoveryCodesLeft() ?? 0;
    }

    /** The secret that is being set up, made at first asking: showing the page again shows the same. */
    public function secretToSetUp(Account $account): string
    {
        return $this->db->transaction(function () use ($account): string {
            $held = $this->factors->hold($account);
            $factor = $this->factors->of($account->id);
            if (null === $factor) {
                $factor = new SecondFactor($held, $this->secrets->make());
                $this->factors->add($factor);
            }
            if ($factor->isSetUp()) {
                throw Refused::because('factor_known');
            }

            return $this->secrets->open($factor->secret);
        });
    }

    /**
     * The first code shows that the app has the secret.
     *
     * @return list<string> recovery codes, to be shown once
     */
    public function setUp(Account $account, #[\SensitiveParameter] string $code): array
    {
        $secret = $this->secretToSetUp($account);
        $step = Totp::step($secret, FactorSecrets::plain($code), $this->clock->now()) ?? throw $this->refused($account);

        return $this->db->transaction(function () use ($account, $step): array {
            $factor = $this->factors->held($account->id) ?? throw Refused::because('factor_unknown');
            $codes = array_map(
                static fn (): string => implode('-', str_split(bin2hex(random_bytes(self::RECOVERY_BYTES)), 4)),
                range(1, self::RECOVERY_CODES),
            );
            $factor->confirm($step, array_map($this->secrets->hash(...), $codes), $this->clock->now());
            $this->log->record('account.factor_set_up', 'account', $account->id);

            return $codes;
        });
    }

    /** A code of the app or a recovery code; each is taken once, also when two requests bring it at the same moment. */
    public function check(Account $account, #[\SensitiveParameter] string $code): void
    {
        $tries = $this->limit->create((string) $account->id);
        if (!$tries->consume()->isAccepted()) {
            throw Refused::because('too_many_tries', 'code');
        }
        if (!$this->db->transaction(fn (): bool => $this->take($account, $code))) {
            throw $this->refused($account);
        }
        $tries->reset();
    }

    /**
     * By an admin; the second admin who asks does it.
     *
     * @return bool whether it is reset; false while another admin has yet to agree
     */
    public function askReset(int $account, Account $by): bool
    {
        return $this->db->transaction(function () use ($account, $by): bool {
            $factor = $this->factors->held($account)
                ?? throw Refused::because($account === $by->id ? 'not_yourself' : 'factor_unknown');
            if (!$factor->askReset($this->factors->hold($by), $this->clock->now())) {
                $this->log->record('account.factor_reset_asked', 'account', $account);

                return false;
            }
            $this->reset($account);

            return true;
        });
    }

    /** The account sets up a new one at its next sign-in. */
    public function reset(int $account): void
    {
        $this->db->transaction(function () use ($account): void {
            $factor = $this->factors->held($account);
            if (null !== $factor) {
                $this->factors->remove($factor);
            }
            $this->sessions->endAll($account);
            $this->log->record('account.factor_reset', 'account', $account);
        });
    }

    /** Who asked already for a reset that another admin has yet to agree to. */
    public function resetAskedBy(int $account): ?int
    {
        return $this->factors->of($account)?->resetAskedBy($this->clock->now())?->id;
    }

    private function take(Account $account, #[\SensitiveParameter] string $code): bool
    {
        $factor = $this->factors->held($account->id);
        if (null === $factor || !$factor->isSetUp()) {
            throw Refused::because('missing', 'code');
        }
        $step = Totp::step($this->secrets->open($factor->secret), FactorSecrets::plain($code), $this->clock->now());
        if (null !== $step) {
            return $factor->takeCode($step);
        }
        $taken = $factor->takeRecoveryCode($this->secrets->hash($code));
        if ($taken) {
            $this->log->record('account.recovery_code_used', 'account', $account->id);
        }

        return $taken;
    }

    private function refused(Account $account): Refused
    {
        $this->log->record('account.factor_failed', 'account', $account->id);

        return Refused::because('factor_wrong', 'code');
    }
}
