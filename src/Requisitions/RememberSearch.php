<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Search\Search;
use Jorvent\Requisitions\Store\LastSearchStore;

/** What was last looked for beside a requisition is there again for whoever opens it next. */
final readonly class RememberSearch
{
    public function __construct(private LastSearchStore $store)
    {
    }

    public function __invoke(int $requisition, Search $search): void
    {
        $this->store->remember($requisition, $search);
    }
}
