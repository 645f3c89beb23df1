<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Who looks for a unit, where, and what that person reaches. Units of $reachList are as stored, of $reachRoots as granted now. */
final readonly class Looking
{
    /**
     * @param string          $typed      code or name, or a part of one, as typed
     * @param list<Structure> $others     other versions, the newest first
     * @param list<int>       $reachRoots units whose subtrees the person has been given
     * @param list<int>       $reachList  units the stored reach list holds for the person
     */
    public function __construct(public string $typed, public Structure $inForce, public array $others, public array $reachRoots, public array $reachList, public ?int $company, public \DateTimeImmutable $today)
    {
    }
}
