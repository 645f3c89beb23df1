<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** What a template is called, and whether others may start from it. */
final readonly class NewTemplate
{
    /** @param string|null $shared a box that is sent when it is ticked */
    public function __construct(public string $name = '', public ?string $shared = null)
    {
    }
}
