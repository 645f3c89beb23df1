<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Core\Screening\QuestionKind;

/** A question to begin: of a kind, or one from the library. */
final readonly class NewQuestion
{
    public function __construct(public QuestionKind $kind = QuestionKind::YesNo, public ?int $library = null)
    {
    }
}
