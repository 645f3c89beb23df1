<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** Someone who has to agree, by the post that person holds, and because of which rule. */
final readonly class ApprovalStep
{
    /** @param array<string, scalar> $data */
    public function __construct(public Post $post, public string $reason, public array $data = [])
    {
    }
}
