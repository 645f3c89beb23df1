<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Messages\Template;

/** A requisition ends: its positions are filled, or it is cancelled. */
final readonly class Ending
{
    /** @param Template|null $word to everyone who is still on the way; null tells nobody */
    public function __construct(public int $requisition, public bool $cancelled, public ?Template $word, public int $by)
    {
    }
}
