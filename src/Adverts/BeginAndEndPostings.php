<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Read\DueQuery;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Begins what was planned for today, ends what ran to its last day by the calendar of the site, and lets rest what used
 * up its budget.
 */
#[AsPeriodicTask(60, method: 'run')]
final readonly class BeginAndEndPostings
{
    public function __construct(
        private Db $db,
        private DueQuery $due,
        private PostingRepository $postings,
        private SpentBudgets $budgets,
        private Wishes $wishes,
        private ClockInterface $clock,
    ) {
    }

    public function run(): void
    {
        $this->budgets->rest();
        $this->db->transaction(function (): void {
            foreach ($this->postings->some($this->due->toBegin()) as $posting) {
                // another worker may have been quicker
                if (PostingState::Planned === $posting->state() && $posting->isStanding()) {
                    $posting->begin($this->clock->now());
                    $this->wishes->tell($posting, 'advert.begun');
                }
            }
            foreach ($this->postings->some($this->due->toEnd()) as $posting) {
                if (!$posting->state()->isOver()) {
                    $posting->end($this->clock->now());
                    $this->wishes->note($posting, 'advert.ended');
                }
            }
        });
    }
}
