<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What came of keeping a brief. */
final readonly class SavedBrief
{
    /** @param list<string> $taken fields that someone else had changed meanwhile and that are taken over */
    public function __construct(public int $version, public array $taken, public bool $asksApproval)
    {
    }
}
