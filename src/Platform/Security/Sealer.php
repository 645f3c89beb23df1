<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Seals what is secret and has to be used again, keys of outside services, under a key of the instance. Each use has a key of its own. */
final readonly class Sealer
{
    public function __construct(#[Autowire('%kernel.secret%'), \SensitiveParameter] private string $secret)
    {
    }

    public function seal(#[\SensitiveParameter] string $text, string $use): string
    {
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);

        return base64_encode($nonce.sodium_crypto_secretbox($text, $nonce, $this->key($use)));
    }

    /** @return string|null null when it was sealed by another instance or for another use */
    public function open(string $cipher, string $use): ?string
    {
        $raw = (string) base64_decode($cipher, true);
        if (\strlen($raw) <= \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES) {
            return null;
        }
        $text = sodium_crypto_secretbox_open(substr($raw, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES), substr($raw, 0, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES), $this->key($use));

        return false === $text ? null : $text;
    }

    /** A word that only this instance can make for something, to stand in an address. */
    public function token(string $for): string
    {
        return substr(hash_hmac('sha256', $for, $this->secret), 0, 32);
    }

    /** @return string 64 hex digits: proves that something was said by this instance, for one use */
    public function mac(string $text, string $use): string
    {
        return hash_hmac('sha256', $text, $this->key($use));
    }

    private function key(string $use): string
    {
        return hash_hkdf('sha256', $this->secret, \SODIUM_CRYPTO_SECRETBOX_KEYBYTES, $use);
    }
}
