<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\AbstractSessionHandler;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Sessions in the database, of those who are signed in only: whoever is not gets none. A session ends when it was not
 * used for some hours and, used or not, after a working day. Requests of one session do not wait for each other:
 * nothing that someone types lives in it. The table keeps a hash of the key in the cookie, so that who reads it cannot
 * use it.
 */
#[AsPeriodicTask(600, method: 'run')]
final class Sessions extends AbstractSessionHandler
{
    public const IDLE_MINUTES = 240;
    public const LONGEST_MINUTES = 960;
    /** One that did not change is marked as used at most this often: searching asks several times a second. */
    private const MARK_SECONDS = 60;
    private const BROWSER_LENGTH = 200;
    private const ALIVE = 'seen_at > :idle AND started_at > :longest';

    public function __construct(
        private readonly Db $db,
        private readonly ClockInterface $clock,
        private readonly RequestStack $requests,
        #[Autowire(service: 'security.untracked_token_storage')]
        private readonly TokenStorageInterface $tokens,
    ) {
    }

    /** @return list<OpenSession> the one used last first */
    public function of(int $account, string $current): array
    {
        $open = [];
        $sql = 'SELECT id, started_at, seen_at, browser, key_sha256 = :current::bytea AS current FROM session
            WHERE account_id = :account AND '.self::ALIVE.' ORDER BY current DESC, seen_at DESC';
        $parameters = ['account' => $account, 'current' => self::key($current)] + $this->limits();
        foreach ($this->db->rows($sql, $parameters) as $row) {
            $browser = Browser::of($row->str('browser'));
            $open[] = new OpenSession(
                $row->int('id'), $row->instant('started_at'), $row->instant('seen_at'), $browser, $row->bool('current'),
            );
        }

        return $open;
    }

    public function end(int $session, int $account): bool
    {
        $sql = 'DELETE FROM session WHERE id = :id AND account_id = :account';

        return 1 === $this->db->execute($sql, ['id' => $session, 'account' => $account]);
    }

    /** Ends all of an account, but for one that goes on. */
    public function endAll(int $account, ?string $but = null): int
    {
        return $this->db->execute(
            'DELETE FROM session WHERE account_id = :account AND key_sha256 <> :but::bytea',
            ['account' => $account, 'but' => null === $but ? '\x' : self::key($but)],
        );
    }

    public function run(): void
    {
        $this->db->execute('DELETE FROM session WHERE NOT ('.self::ALIVE.')', $this->limits());
    }

    public function close(): bool
    {
        return true;
    }

    public function gc(int $max_lifetime): int
    {
        return 0;
    }

    public function updateTimestamp(#[\SensitiveParameter] string $sessionId, string $data): bool
    {
        $now = $this->clock->now();
        $this->db->execute('UPDATE session SET seen_at = :now WHERE key_sha256 = :key::bytea AND seen_at < :before', [
            'now' => $now, 'key' => self::key($sessionId), 'before' => $now->modify('-'.self::MARK_SECONDS.' seconds'),
        ]);

        return true;
    }

    protected function doRead(#[\SensitiveParameter] string $sessionId): string
    {
        $row = $this->db->row(
            "SELECT encode(data, 'base64') AS data FROM session WHERE key_sha256 = :key::bytea AND ".self::ALIVE,
            ['key' => self::key($sessionId)] + $this->limits(),
        );

        return null === $row ? '' : (string) base64_decode(str_replace("\n", '', $row->str('data')), true);
    }

    protected function doWrite(#[\SensitiveParameter] string $sessionId, string $data): bool
    {
        $account = $this->tokens->getToken()?->getUser();
        if (!$account instanceof Account) {
            return $this->doDestroy($sessionId);
        }
        $line = (string) $this->requests->getMainRequest()?->headers->get('User-Agent');
        $browser = mb_scrub(mb_strcut($line, 0, self::BROWSER_LENGTH));
        $this->db->execute(
            "INSERT INTO session (key_sha256, account_id, data, started_at, seen_at, browser)
             VALUES (:key::bytea, :account, decode(:data, 'base64'), :now, :now, :browser)
             ON CONFLICT (key_sha256) DO UPDATE
                SET data = excluded.data, seen_at = excluded.seen_at, account_id = excluded.account_id",
            [
                'key' => self::key($sessionId), 'account' => $account->id, 'data' => base64_encode($data),
                'now' => $this->clock->now(), 'browser' => $browser,
            ],
        );

        return true;
    }

    protected function doDestroy(#[\SensitiveParameter] string $sessionId): bool
    {
        $this->db->execute('DELETE FROM session WHERE key_sha256 = :key::bytea', ['key' => self::key($sessionId)]);

        return true;
    }

    /** @return array<string, \DateTimeImmutable> */
    private function limits(): array
    {
        $now = $this->clock->now();

        $before = static fn (int $minutes): \DateTimeImmutable => $now->modify('-'.$minutes.' minutes');

        return ['idle' => $before(self::IDLE_MINUTES), 'longest' => $before(self::LONGEST_MINUTES)];
    }

    private static function key(#[\SensitiveParameter] string $sessionId): string
    {
        return '\x'.hash('sha256', $sessionId);
    }
}
