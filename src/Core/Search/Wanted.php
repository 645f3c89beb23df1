<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** What a brief asks of a person. Years are years of experience; skills are words or phrases; $site is a town. */
final readonly class Wanted
{
    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     */
    public function __construct(public array $musts, public array $wishes, public ?int $yearsFrom = null, public ?string $site = null)
    {
    }
}
