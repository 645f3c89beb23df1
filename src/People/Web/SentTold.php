<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What someone told us that stands in no resume. */
final readonly class SentTold
{
    private const CHECKED = '1';

    public function __construct(
        private string $permits = '',
        public Told $remote = Told::Unknown,
        public Told $moves = Told::Unknown,
        private string $considers = '',
    ) {
    }

    /** @return list<string> as they are typed */
    public function countries(): array
    {
        return preg_split('/[\s,;]+/', $this->permits, -1, \PREG_SPLIT_NO_EMPTY) ?: [];
    }

    /** Whether they said today that they would consider a change. */
    public function isConsidering(): bool
    {
        return self::CHECKED === $this->considers;
    }
}
