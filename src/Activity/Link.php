<?php

declare(strict_types=1);

namespace Jorvent\Activity;

/** A link of the chain over the log. */
final readonly class Link implements \JsonSerializable
{
    public function __construct(public int $seq, public int $activityId, public string $hash)
    {
    }

    /** @return array<string, int|string> by column */
    public function jsonSerialize(): array
    {
        return ['seq' => $this->seq, 'activity_id' => $this->activityId, 'hash' => $this->hash];
    }
}
