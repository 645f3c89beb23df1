<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/** What a person must be allowed to do to come in at this door, and which route parameter names the thing it is about. */
#[\Attribute(\Attribute::TARGET_METHOD | \Attribute::TARGET_CLASS)]
final readonly class Gate
{
    public const REQUISITION = 'number';
    public const APPLICATION = 'application';
    public const INTERVIEW = 'interview';
    public const OFFER = 'offer';
    public const CANDIDATE = 'candidate';
    public const UNIT = 'unit';

    public function __construct(public Permission $permission, public ?string $of = null)
    {
    }
}
