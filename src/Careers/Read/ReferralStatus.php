<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Careers\Entity\Promise;
use Jorvent\Requisitions\Read\JobName;

/** What the one who told a friend of an opening may know of it: numbers, and what is promised. */
final readonly class ReferralStatus
{
    public function __construct(
        public string $locale,
        public string $code,
        public JobName $job,
        public int $visits,
        public int $applied,
        public int $hired,
        public Promise $promise,
        public bool $isPaid,
    ) {
    }
}
