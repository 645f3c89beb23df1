<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\Cost;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Core\Reporting\Uncertainty;
use Jorvent\Platform\Delivery\DeliveryRow;

/** A posting as a line of the page shows it. */
final readonly class PostingLine
{
    private const SOON = '+2 days';

    public bool $isOn;
    /** its board shows an older text */
    public bool $isStale;
    /** it ends within two days */
    public bool $isEnding;

    /** @param Advert|null $advert the one of its language as it is written now */
    public function __construct(
        public PostingRow $posting,
        ?Advert $advert,
        public ?Cost $cost,
        public ?DeliveryRow $delivery,
        \DateTimeImmutable $today,
    ) {
        $this->isOn = $posting->isOn();
        $this->isStale = null !== $advert && $posting->isStale($advert);
        $until = $posting->terms->until;
        $this->isEnding = $posting->status->isLive() && null !== $until && $until <= $today->modify(self::SOON);
    }

    /** A colour and a shape, as the function mark() draws them. */
    public function mark(): string
    {
        return match ($this->posting->status->state) {
            PostingState::Waiting, PostingState::Asked, PostingState::Paused => 'soon',
            PostingState::Live => $this->isStale || $this->isEnding ? 'soon' : 'good',
            PostingState::Refused => 'late',
            PostingState::Planned, PostingState::Withdrawn, PostingState::Ended => 'not_started',
        };
    }

    /** @return array{per: float|null, low: float, high: float|null}|null what a qualified applicant cost, in euro */
    public function perQualified(): ?array
    {
        $euro = $this->cost?->euro() ?? 0.0;

        return $euro > 0.0 ? Uncertainty::costPer($euro, $this->posting->yield->qualified) : null;
    }

    /** It has cost what may be spent on it. */
    public function isSpent(): bool
    {
        $budget = $this->posting->terms->budget;

        return null !== $budget && null !== $this->cost && $this->cost->euro() >= $budget->minor / 100;
    }

    /** What can be done to it. */
    public function canBeChanged(): bool
    {
        return $this->isOn && !$this->posting->status->isComingDown();
    }

    /** @return list<string> values of PostingChange that make sense now, in the order of the menu */
    public function changes(): array
    {
        $status = $this->posting->status;

        return array_keys(array_filter([
            PostingChange::Update->value => $this->isStale,
            PostingChange::Resume->value => Wanted::Paused === $status->want,
            PostingChange::Pause->value => $status->isLive(),
            PostingChange::Withdraw->value => true,
        ]));
    }

    /** Something is on its way to the board, or has failed. */
    public function isUndelivered(): bool
    {
        return null !== $this->delivery && PostingState::Refused !== $this->posting->status->state
            && \in_array($this->delivery->state, ['waiting', 'sending', 'failed'], true);
    }
}
