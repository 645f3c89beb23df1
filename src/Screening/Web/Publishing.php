<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

/** What becomes of questions that are no version yet, with a note on what has changed. */
final readonly class Publishing
{
    public function __construct(public PublishAct $then, public string $note = '')
    {
    }
}
