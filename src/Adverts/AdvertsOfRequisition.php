<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Requisitions\Ending;
use Jorvent\Requisitions\HangsOnRequisition;
use Jorvent\Requisitions\TextLimits;

/** Adverts come down when their requisition is put on hold or ends; boards limit how long a description may be. */
final readonly class AdvertsOfRequisition implements HangsOnRequisition, TextLimits
{
    public function __construct(
        private PostingRepository $postings,
        private ChangePosting $change,
        private Boards $boards,
    ) {
    }

    public function counts(int $requisition): array
    {
        return ['adverts' => $this->postings->countStanding($requisition)];
    }

    public function hold(int $requisition): void
    {
        $this->change->withdrawAll($requisition);
    }

    public function end(Ending $ending): void
    {
        $this->change->withdrawAll($ending->requisition);
    }

    public function words(): array
    {
        $limits = [];
        foreach ($this->boards->all() as $board) {
            $limits[$board->name] = [$board->rules->minWords, $board->rules->maxWords];
        }

        return $limits;
    }
}
