<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Core\Shared\Refused;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

final readonly class ImportKinds
{
    /** @param iterable<ImportKind> $kinds */
    public function __construct(#[AutowireIterator(ImportKind::class)] private iterable $kinds)
    {
    }

    /** @throws Refused when there is no such kind */
    public function of(string $key): ImportKind
    {
        foreach ($this->kinds as $kind) {
            if ($kind->key() === $key) {
                return $kind;
            }
        }
        throw Refused::because('missing');
    }
}
