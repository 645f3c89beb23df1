<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Core\SignIn\Totp;
use Jorvent\Platform\Security\Sealer;

/** Secrets of second factors as they are kept: sealed, and recovery codes as hashes. */
final readonly class FactorSecrets
{
    private const USE = 'second factor';
    /** Of what someone typed as a code. */
    private const LONGEST = 100;

    public function __construct(private Sealer $sealer)
    {
    }

    /** @return string a new one, sealed */
    public function make(): string
    {
        return $this->sealer->seal(Totp::secret(random_bytes(Totp::SECRET_BYTES)), self::USE);
    }

    public function open(string $sealed): string
    {
        return $this->sealer->open($sealed, self::USE)
            ?? throw new \RuntimeException('A secret was sealed by another instance.');
    }

    public function hash(#[\SensitiveParameter] string $code): string
    {
        return $this->sealer->mac(self::plain($code), self::USE);
    }

    /** A code as it was meant, however it was typed. */
    public static function plain(#[\SensitiveParameter] string $code): string
    {
        return strtolower((string) preg_replace('/[\s\-]++/', '', mb_scrub(substr($code, 0, self::LONGEST))));
    }
}
