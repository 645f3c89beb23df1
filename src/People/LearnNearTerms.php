<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Outbox\Periodic;
use Psr\Clock\ClockInterface;

/** Once a night: which words go together. */
final class LearnNearTerms implements Periodic
{
    private ?string $tried = null;

    public function __construct(private readonly Thesaurus $thesaurus, private readonly ClockInterface $clock)
    {
    }

    public function everySeconds(): int
    {
        return 1800;
    }

    public function run(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        // a house of few people has no such words, and is not asked again all day
        if ($today !== $this->tried && $this->thesaurus->learnedOn() !== $today) {
            $this->thesaurus->learn();
        }
        $this->tried = $today;
    }
}
