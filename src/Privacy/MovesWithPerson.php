<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * A module that holds something of people: when two records turn out to be one person, what it holds of one goes over
 * to the other, and back when they are taken apart. A new table of a person belongs to one of these.
 */
#[AutoconfigureTag]
interface MovesWithPerson
{
    /**
     * Within the transaction that joins them.
     *
     * @return array<string, list<int>> what moved, by table
     */
    public function handOver(int $from, int $to): array;

    /**
     * What was handed over goes back; what came since stays.
     *
     * @param array<string, list<int>> $moved as handOver() told, of all modules
     */
    public function handBack(int $from, int $to, array $moved): void;
}
