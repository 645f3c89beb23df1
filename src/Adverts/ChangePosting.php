<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;
use Psr\Clock\ClockInterface;

/** What is done to a posting. Each wish is written down here and carried to the board by a worker. */
final readonly class ChangePosting
{
    public function __construct(
        private Db $db,
        private PostingRepository $postings,
        private FactsQuery $requisitions,
        private AdvertQuery $adverts,
        private Boards $boards,
        private SpentBudgets $budgets,
        private Wishes $wishes,
        private ClockInterface $clock,
    ) {
    }

    public function pause(int $requisition, int $posting): void
    {
        $this->one($requisition, $posting, function (Posting $one): void {
            $one->pause($this->clock->now());
            $this->wishes->tell($one, 'advert.paused');
        });
    }

    public function resume(int $requisition, int $posting): void
    {
        $this->one($requisition, $posting, function (Posting $one): void {
            $this->refuseUnlessApproved($one->requisitionId);
            if ($this->budgets->isSpent($one->id)) {
                throw Refused::because('budget_used');
            }
            $one->resume($this->clock->now());
            $this->wishes->tell($one, 'advert.resumed');
        });
    }

    /** Another budget. What rests because the old one was used up is put up again by hand. */
    public function limit(int $requisition, int $posting, ?Money $budget): void
    {
        $this->one($requisition, $posting, function (Posting $one) use ($budget): void {
            $one->limit($budget);
            $change = ['budget' => $budget?->minor, 'currency' => $budget?->currency];
            $this->wishes->note($one, 'advert.budget_set', $change);
        });
    }

    public function renew(int $requisition, int $posting, ?\DateTimeImmutable $until): void
    {
        $this->one($requisition, $posting, function (Posting $one) use ($until): void {
            $this->refuseUnlessApproved($one->requisitionId);
            $one->renew($until, $this->clock->now());
            $this->refuseUnlessTaken($one, $this->clock->now());
            $this->wishes->tell($one, 'advert.renewed', ['until' => $until?->format('Y-m-d')]);
        });
    }

    public function withdraw(int $requisition, int $posting): void
    {
        $this->one($requisition, $posting, function (Posting $one): void {
            $one->withdraw($this->clock->now());
            $this->wishes->tell($one, 'advert.withdrawn');
        });
    }

    /** All of a requisition come down, in the caller's transaction or one of its own. */
    public function withdrawAll(int $requisition): void
    {
        $this->db->transaction(function () use ($requisition): void {
            foreach ($this->postings->allStanding($requisition) as $one) {
                $one->withdraw($this->clock->now());
                $this->wishes->tell($one, 'advert.withdrawn');
            }
        });
    }

    /**
     * Boards that show an older text get the one of today; our own site has it already.
     *
     * @param int|null $posting null for all of the requisition
     *
     * @return int how many are sent anew
     */
    public function update(int $requisition, ?int $posting = null): int
    {
        return $this->db->transaction(function () use ($requisition, $posting): int {
            $sent = 0;
            foreach ($this->postings->allStanding($requisition) as $one) {
                $asked = null === $posting || $posting === $one->id;
                if ($asked && $one->isStale($this->adverts->of($requisition, $one->locale()))) {
                    $this->refuseUnlessTaken($one, $one->liveAt() ?? $this->clock->now());
                    $one->sendAnew($this->clock->now());
                    $this->wishes->tell($one, 'advert.updated');
                    ++$sent;
                }
            }

            return $sent;
        });
    }

    /** @param callable(Posting): void $change */
    private function one(int $requisition, int $posting, callable $change): void
    {
        $this->db->transaction(function () use ($requisition, $posting, $change): void {
            $change($this->postings->standing($requisition, $posting));
        });
    }

    private function refuseUnlessApproved(int $requisition): void
    {
        if (!$this->requisitions->of($requisition)->isApproved()) {
            throw Refused::because('not_approved');
        }
    }

    /** @param \DateTimeImmutable $from since when it runs */
    private function refuseUnlessTaken(Posting $posting, \DateTimeImmutable $from): void
    {
        $board = $this->boards->one($posting->board->key);
        $advert = $this->adverts->of($posting->requisitionId, $posting->locale());
        $until = $posting->until();
        $days = null === $until ? null : PostingTerms::between($from, $until);
        Refused::unlessEmpty(RuleFailures::of([$board], $advert, $this->clock->now()->setTime(0, 0), $days));
    }
}
