<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Adverts\PostingTerms;
use Jorvent\Core\Adverts\Advert;

/** A posting with its board and what it brought. */
final readonly class PostingRow
{
    public function __construct(
        public int $id,
        public string $code,
        public PostingPlace $place,
        public PostingTerms $terms,
        public PostingStatus $status,
        public PostedThere $there,
        public PostingYield $yield,
    ) {
    }

    public function isOn(): bool
    {
        return $this->status->isOn();
    }

    /** Its board shows another text than this one. */
    public function isStale(Advert $advert): bool
    {
        $shown = $this->isOn() && !$this->status->isComingDown() && !$this->place->isOwn;

        return $shown && null !== $this->there->hash && $advert->fingerprint() !== $this->there->hash;
    }
}
