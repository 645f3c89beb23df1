<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\HeldWork;
use Jorvent\Accounts\SignIn\DecidesSomething;
use Jorvent\Organisation\Repository\PostRepository;

/** Posts that someone holds: whoever holds one decides, and hands it over when they leave. */
final readonly class HeldPosts implements HeldWork, DecidesSomething
{
    public function __construct(private PostRepository $posts)
    {
    }

    public function of(int $account): array
    {
        return ['posts' => \count($this->posts->heldBy($account))];
    }

    public function handOver(int $from, int $to): void
    {
        foreach ($this->posts->heldBy($from) as $held) {
            $held->passTo($to);
        }
    }

    public function decides(int $account): bool
    {
        return [] !== $this->posts->heldBy($account);
    }
}
