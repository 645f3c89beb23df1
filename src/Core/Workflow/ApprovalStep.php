<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** Someone who has to agree, by the post that person holds, and because of which rule. Steps of one rank are asked together; of a group with "any" one yes is enough. */
final readonly class ApprovalStep
{
    /** @param array<string, scalar> $data */
    public function __construct(public Post $post, public string $reason, public array $data = [], public int $rank = 1, public int $group = 0, public bool $anyOf = false)
    {
    }
}
