<?php

declare(strict_types=1);

namespace Jorvent\Platform\Links;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Security\Secret;
use Jorvent\Platform\Security\SecretMaker;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Signed, expiring links that let someone without an account do one thing. Only a hash of the secret is stored, so the
 * database gives no link away.
 */
final readonly class GuestLinks implements SecretMaker
{
    private const SECRET_BYTES = 24;

    public function __construct(
        private GuestLinkRepository $links,
        private Db $db,
        private ClockInterface $clock,
        #[Autowire('%env(APP_SECRET)%')]
        private string $key,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    /** @return string the whole address to send; it can not be read back later */
    public function issue(LinkPurpose $purpose, int $subject, int $days): string
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(self::SECRET_BYTES)), '+/', '-_'), '=');
        $now = $this->clock->now();
        $until = $now->modify('+'.$days.' days');
        $this->links->add(new GuestLink($purpose, $subject, $this->hash($purpose, $secret), $until, $now));

        return $this->url.$purpose->path().$secret;
    }

    /** A link for a mail: never kept in clear, and made anew when the mail is sent again. */
    public function mailed(LinkPurpose $purpose, int $subject, int $days, string $suffix = ''): Secret
    {
        $made = ['purpose' => $purpose->value, 'subject' => $subject, 'days' => $days, 'suffix' => $suffix];

        return new Secret($this->issue($purpose, $subject, $days).$suffix, $made);
    }

    public function anew(array $made, #[\SensitiveParameter] string $former): Secret
    {
        $purpose = LinkPurpose::from($made['purpose']);
        $hash = $this->hash($purpose, self::secretOf($former, $made['suffix']));

        return $this->db->transaction(function () use ($made, $purpose, $hash): Secret {
            $this->links->open($purpose, $hash, $this->clock->now())?->revoke($this->clock->now());

            return $this->mailed($purpose, $made['subject'], $made['days'], $made['suffix']);
        });
    }

    /** @return GuestLink|null null for a wrong, expired, used or revoked link; which of them is not told apart */
    public function open(LinkPurpose $purpose, #[\SensitiveParameter] string $secret): ?GuestLink
    {
        return $this->links->open($purpose, $this->hash($purpose, $secret), $this->clock->now());
    }

    /**
     * Does what a link is for, once: of several who use it at the same moment only the first does, and when the act is
     * refused the link stays.
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
            $this->links->held($link)->use($this->clock->now());

            return $act();
        });
    }

    /** @return int how many open nothing any more */
    public function revoke(LinkPurpose $purpose, int ...$subjects): int
    {
        return $this->db->transaction(function () use ($purpose, $subjects): int {
            $links = $this->links->of($purpose, array_values($subjects));
            array_walk($links, fn (GuestLink $link) => $link->revoke($this->clock->now()));

            return \count($links);
        });
    }

    private static function secretOf(string $address, string $suffix): string
    {
        $plain = substr($address, 0, \strlen($address) - \strlen($suffix));

        return substr($plain, (int) strrpos($plain, '/') + 1);
    }

    private function hash(LinkPurpose $purpose, #[\SensitiveParameter] string $secret): string
    {
        return hash_hmac('sha256', $purpose->value.'|'.$secret, $this->key);
    }
}
