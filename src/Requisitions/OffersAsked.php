<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What approvals need to know of an offer, told by the module that makes offers. */
interface OffersAsked
{
    /** Who composed it: that person does not agree to it. */
    public function composer(int $offer): int;

    /**
     * Where it is read and decided.
     *
     * @param int $number of the requisition
     */
    public function address(int $offer, int $number): string;
}
