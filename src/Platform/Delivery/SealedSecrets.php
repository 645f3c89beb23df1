<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Security\Sealer;
use Jorvent\Platform\Security\Secret;
use Jorvent\Platform\Security\SecretMaker;

/** The secret addresses of one delivery, sealed under a key of the instance while it waits. */
final readonly class SealedSecrets
{
    /** Part of the key: another word, and what is sealed already can not be opened. */
    private const USE = 'outbox';

    public function __construct(private Sealer $sealer, private SecretMaker $maker)
    {
    }

    /** @param array<string, Secret> $secrets by the name of their mark */
    public function seal(array $secrets): ?string
    {
        if ([] === $secrets) {
            return null;
        }
        $plain = array_map(static fn (Secret $s): array => ['address' => $s->address(), 'made' => $s->made], $secrets);

        return $this->sealer->seal(json_encode($plain, \JSON_THROW_ON_ERROR), self::USE);
    }

    /** @return array<string, Secret> */
    public function open(?string $sealed): array
    {
        $plain = null === $sealed ? null : $this->sealer->open($sealed, self::USE);
        if (null === $plain) {
            return [];
        }
        /** @var array<string, array{address: string, made: array{purpose: string, subject: int, days: int, suffix: string}|null}> $all */
        $all = json_decode($plain, true, 8, \JSON_THROW_ON_ERROR);

        return array_map(static fn (array $one): Secret => new Secret($one['address'], $one['made']), $all);
    }

    /** New ones in place of those, which open nothing any more. */
    public function anew(?string $sealed): ?string
    {
        $fresh = [];
        foreach ($this->open($sealed) as $name => $secret) {
            $fresh[$name] = null === $secret->made ? $secret : $this->maker->anew($secret->made, $secret->address());
        }

        return $this->seal($fresh);
    }
}
