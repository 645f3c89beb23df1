<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Secret;
use Jorvent\Platform\Security\SecretMaker;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Signed, expiring links that let someone without an account do one thing. Only a hash of the secret is stored, so the database gives no link away. */
final readonly class GuestLinks implements SecretMaker
{
    public const BOOK = 'book';
    public const OFFER = 'offer';
    public const STATUS = 'status';
    public const PASSWORD = 'password';
    public const REVIEW = 'review';
    public const CONFIRM = 'confirm';
    public const DATA = 'data';
    public const KEEP = 'keep';
    public const REFERRAL = 'referral';
    public const ALERT = 'alert';
    public const FIRST_ADMIN = 'first_admin';

    /** Where a link leads, when not to /l/PURPOSE/. */
    private const PATHS = [self::PASSWORD => '/password/', self::ALERT => '/careers/alerts/', self::FIRST_ADMIN => '/first-admin/'];

    public function __construct(private Db $db, private ClockInterface $clock, #[Autowire('%env(APP_SECRET)%')] private string $key, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    /** @return string the whole address to send; it can not be read back later */
    public function issue(string $purpose, int $subject, int $days): string
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(24)), '+/', '-_'), '=');
        $now = $this->clock->now();
        $this->db->insert('guest_link', ['purpose' => $purpose, 'subject_id' => $subject, 'secret_sha256' => $this->hash($purpose, $secret), 'expires_at' => $now->modify('+'.$days.' days'), 'created_at' => $now]);

        return $this->url.(self::PATHS[$purpose] ?? '/l/'.$purpose.'/').$secret;
    }

    /** A link for a mail: never kept in clear, and made anew when the mail is sent again. */
    public function mailed(string $purpose, int $subject, int $days, string $suffix = ''): Secret
    {
        $made = ['purpose' => $purpose, 'subject' => $subject, 'days' => $days, 'suffix' => $suffix];

        return new Secret($this->issue($purpose, $subject, $days).$suffix, $made);
    }

    public function anew(array $made, #[\SensitiveParameter] string $former): Secret
    {
        $this->db->execute(
            'UPDATE guest_link SET revoked_at = :now WHERE secret_sha256 = :hash AND revoked_at IS NULL AND used_at IS NULL',
            ['hash' => $this->hash($made['purpose'], self::secretOf($former, $made['suffix'])), 'now' => $this->clock->now()],
        );

        return $this->mailed($made['purpose'], $made['subject'], $made['days'], $made['suffix']);
    }

    /** @return GuestLink|null null for a wrong, expired, used or revoked link; which of them is not told apart */
    public function open(string $purpose, string $secret): ?GuestLink
    {
        $row = $this->db->row(
            'SELECT id, subject_id, expires_at FROM guest_link WHERE secret_sha256 = :hash AND purpose = :purpose AND expires_at > :now AND used_at IS NULL AND revoked_at IS NULL',
            ['hash' => $this->hash($purpose, $secret), 'purpose' => $purpose, 'now' => $this->clock->now()],
        );

        return null === $row ? null : new GuestLink($row->int('id'), $row->int('subject_id'), $row->instant('expires_at'));
    }

    /**
     * Does what a link is for, once: of several who use it at the same moment only the first does, and when the act is refused the link stays.
     *
     * @template T
     *
     * @param callable(): T $act
     *
     * @return T
     *
     * @throws Refused when it was used meanwhile
     */
    public function once(GuestLink $link, callable $act): mixed
    {
        return $this->db->transaction(function () use ($link, $act): mixed {
            $used = $this->db->execute(
                'UPDATE guest_link SET used_at = :now WHERE id = :id AND used_at IS NULL AND revoked_at IS NULL',
                ['id' => $link->id, 'now' => $this->clock->now()],
            );
            if (1 !== $used) {
                throw Refused::because('link_used');
            }

            return $act();
        });
    }

    public function revoke(string $purpose, int $subject): int
    {
        return $this->db->execute('UPDATE guest_link SET revoked_at = :now WHERE purpose = :purpose AND subject_id = :subject AND revoked_at IS NULL AND used_at IS NULL', ['purpose' => $purpose, 'subject' => $subject, 'now' => $this->clock->now()]);
    }

    private static function secretOf(string $address, string $suffix): string
    {
        $plain = substr($address, 0, \strlen($address) - \strlen($suffix));

        return substr($plain, (int) strrpos($plain, '/') + 1);
    }

    private function hash(string $purpose, string $secret): string
    {
        return hash_hmac('sha256', $purpose.'|'.$secret, $this->key);
    }
}
