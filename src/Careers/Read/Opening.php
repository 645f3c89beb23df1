<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Core\Careers\OfferedWork;
use Jorvent\Platform\Text\RichText;

/** A requisition as the public reads it. */
final readonly class Opening
{
    /** @param int $id of the requisition */
    public function __construct(
        public int $id,
        public int $number,
        public OpeningText $text,
        public OpeningWants $wants,
        public OpeningTerms $terms,
        public OpeningPlace $place,
        public OpeningTeam $team,
        public OpeningDays $days,
    ) {
    }

    public function title(): string
    {
        return $this->text->title;
    }

    public function city(): string
    {
        return $this->place->city;
    }

    /** Whether a reader in this language reads English instead. */
    public function isForeign(string $locale): bool
    {
        return null === $this->text->locale && 'en' !== $locale;
    }

    /** As it is compared with what someone looks for. */
    public function work(): OfferedWork
    {
        return new OfferedWork(
            (string) $this->number,
            $this->text->title,
            RichText::plain($this->text->description),
            [...$this->wants->musts, ...$this->wants->wishes],
            $this->place->city,
            $this->wants->category,
            $this->wants->years,
            $this->terms->isFromAnywhere(),
        );
    }
}
