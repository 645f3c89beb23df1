<?php

declare(strict_types=1);

namespace Jorvent\Core\SignIn;

/**
 * Codes that change every 30 seconds, from a secret that an app on a phone holds too (RFC 6238 with HMAC-SHA-1 and six digits, which is what
 * such apps read; the secret is written in Base32, RFC 4648).
 */
final class Totp
{
    private const STEP = 30;
    private const DIGITS = 6;
    /** Random bytes that a secret is made of: as many as the hash has (RFC 4226, 4). */
    public const SECRET_BYTES = 20;
    private const BASE32 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

    /** @return string the bytes as letters and digits of Base32, 32 of them for a secret */
    public static function secret(#[\SensitiveParameter] string $bytes): string
    {
        $secret = '';
        foreach (str_split(self::bits($bytes), 5) as $five) {
            $secret .= self::BASE32[(int) bindec($five)];
        }

        return $secret;
    }

    /**
     * @param string $secret in Base32
     * @param int    $digits of the code
     *
     * @throws \DomainException when the secret is not Base32
     */
    public static function at(#[\SensitiveParameter] string $secret, int $step, int $digits = self::DIGITS): string
    {
        $hash = hash_hmac('sha1', pack('J', $step), self::bytes($secret), true);
        $from = \ord($hash[19]) & 0x0F;
        /** @var array{1: int} $four */
        $four = unpack('N', substr($hash, $from, 4));

        return str_pad((string) (($four[1] & 0x7FFFFFFF) % 10 ** $digits), $digits, '0', \STR_PAD_LEFT);
    }

    /**
     * The step a code belongs to: of now, or of the one before or after, for clocks that differ a little.
     *
     * @return int|null null when the code belongs to none of them
     */
    public static function step(#[\SensitiveParameter] string $secret, #[\SensitiveParameter] string $code, \DateTimeImmutable $now): ?int
    {
        $found = null;
        $middle = intdiv($now->getTimestamp(), self::STEP);
        for ($step = $middle - 1; $step <= $middle + 1; ++$step) {
            if (hash_equals(self::at($secret, $step), $code)) {
                $found = $step;
            }
        }

        return $found;
    }

    /** The address that such apps read, from a picture or by a press. */
    public static function address(#[\SensitiveParameter] string $secret, string $issuer, string $account): string
    {
        return 'otpauth://totp/'.rawurlencode($issuer.':'.$account).'?secret='.$secret.'&issuer='.rawurlencode($issuer);
    }

    private static function bits(string $bytes): string
    {
        $bits = '';
        foreach (str_split($bytes) as $byte) {
            $bits .= str_pad(decbin(\ord($byte)), 8, '0', \STR_PAD_LEFT);
        }

        return $bits;
    }

    private static function bytes(#[\SensitiveParameter] string $base32): string
    {
        $bits = '';
        foreach (str_split($base32) as $letter) {
            $value = strpos(self::BASE32, $letter);
            if (false === $value) {
                throw new \DomainException('Not Base32.');
            }
            $bits .= str_pad(decbin($value), 5, '0', \STR_PAD_LEFT);
        }
        $bytes = '';
        foreach (str_split(substr($bits, 0, intdiv(\strlen($bits), 8) * 8), 8) as $eight) {
            $bytes .= \chr((int) bindec($eight));
        }

        return $bytes;
    }
}
