<?php

declare(strict_types=1);

namespace Jorvent\People;

use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Once a night: which words go together. */
#[AsPeriodicTask(300, method: 'run')]
final class LearnNearTerms
{
    private ?string $tried = null;

    public function __construct(private readonly Thesaurus $thesaurus, private readonly ClockInterface $clock)
    {
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
