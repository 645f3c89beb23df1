<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Signed, expiring links that let someone without an account do one thing. Only a hash of the secret is stored, so the database gives no link away. */
final readonly class GuestLinks
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

    public function __construct(private Db $db, private ClockInterface $clock, #[Autowire('%env(APP_SECRET)%')] private string $key, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    /** @return string the whole address to send; it can not be read back later */
    public function issue(string $purpose, int $subject, int $days): string
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(24)), '+/', '-_'), '=');
        $now = $this->clock->now();
        $this->db->insert('guest_link', ['purpose' => $purpose, 'subject_id' => $subject, 'secret_sha256' => $this->hash($purpose, $secret), 'expires_at' => $now->modify('+'.$days.' days'), 'created_at' => $now]);

        return $this->url.'/l/'.$purpose.'/'.$secret;
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

    public function useUp(GuestLink $link): void
    {
        $this->db->execute('UPDATE guest_link SET used_at = :now WHERE id = :id AND used_at IS NULL', ['id' => $link->id, 'now' => $this->clock->now()]);
    }

    public function revoke(string $purpose, int $subject): int
    {
        return $this->db->execute('UPDATE guest_link SET revoked_at = :now WHERE purpose = :purpose AND subject_id = :subject AND revoked_at IS NULL AND used_at IS NULL', ['purpose' => $purpose, 'subject' => $subject, 'now' => $this->clock->now()]);
    }

    private function hash(string $purpose, string $secret): string
    {
        return hash_hmac('sha256', $purpose.'|'.$secret, $this->key);
    }
}
