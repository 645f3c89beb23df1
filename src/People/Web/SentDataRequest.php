<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequestWay;

/** What someone asked by mail, letter or telephone, as it is sent. */
final readonly class SentDataRequest
{
    public function __construct(
        public DataRequestKind $kind,
        public DataRequestWay $way,
        private string $candidate = '',
    ) {
    }

    public function candidate(): int
    {
        return SentId::read($this->candidate) ?? 0;
    }

    /** Whether it can have come that way: what someone asks on a page is entered by themselves. */
    public function isKnownWay(): bool
    {
        return \in_array($this->way, DataRequestWay::enteredByUs(), true);
    }
}
