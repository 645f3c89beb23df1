<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Postings that have cost what may be spent on them rest until someone gives them more. */
final readonly class SpentBudgets
{
    public function __construct(
        private Db $db,
        private PostingQuery $query,
        private PostingRepository $postings,
        private Costs $costs,
        private Wishes $wishes,
        private ClockInterface $clock,
    ) {
    }

    public function isSpent(int $posting): bool
    {
        $row = $this->query->one($posting);

        return null !== $row && [] !== $this->spent([$row]);
    }

    /** @return int how many rest from now on */
    public function rest(): int
    {
        $spent = $this->spent($this->query->limited());

        return [] === $spent ? 0 : $this->db->transaction(function () use ($spent): int {
            $rested = 0;
            foreach ($this->postings->some($spent) as $posting) {
                if (PostingState::Live === $posting->state() && Wanted::Live === $posting->wanted()) {
                    $posting->pause($this->clock->now());
                    $this->wishes->tell($posting, 'advert.budget_used');
                    ++$rested;
                }
            }

            return $rested;
        });
    }

    /**
     * @param list<PostingRow> $postings
     *
     * @return list<int> those of them whose budget is used up
     */
    private function spent(array $postings): array
    {
        $costs = $this->costs->of(array_map(static fn (PostingRow $p): Usage => $p->yield->usage, $postings));
        $spent = [];
        foreach ($postings as $posting) {
            $cost = $costs[$posting->id] ?? null;
            $budget = null === $posting->terms->budget ? null : $this->costs->euro($posting->terms->budget);
            if (null !== $cost && null !== $budget && $cost->money->compare($budget) >= 0) {
                $spent[] = $posting->id;
            }
        }

        return $spent;
    }
}
