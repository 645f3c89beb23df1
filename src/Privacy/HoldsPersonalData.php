<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * A module that holds something about people: it tells them what, and forgets it. A new table about a person belongs
 * to one of these.
 */
#[AutoconfigureTag]
interface HoldsPersonalData
{
    /**
     * Takes out what is held of someone, within the transaction that erases them. Figures that tell nothing of them
     * may stay.
     *
     * @return list<string> SHA-256 of stored files that this module has no use for any more
     */
    public function forget(Person $person): array;

    /**
     * What is held of someone, as it is given to them.
     *
     * @return array<string, mixed> by heading
     */
    public function tell(int $candidate): array;

    /** Whether a stored file is needed here, for whomever. */
    public function needs(string $sha256): bool;
}
