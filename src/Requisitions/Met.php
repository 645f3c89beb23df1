<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What an act on a requisition would meet. */
final readonly class Met
{
    public function __construct(
        /** positions that are asked for */
        public int $positions,
        /** people who were asked to approve and have not answered */
        public int $asked = 0,
        /** adverts that stand, or are about to */
        public int $adverts = 0,
        /** people on their way */
        public int $candidates = 0,
        /** of them those whose knock-out answer nobody has decided */
        public int $knockOuts = 0,
        /** offers not answered yet */
        public int $offers = 0,
        /** positions signed for */
        public int $signed = 0,
    ) {
    }

    public function open(): int
    {
        return $this->positions - $this->signed;
    }
}
