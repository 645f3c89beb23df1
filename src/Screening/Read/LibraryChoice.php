<?php

declare(strict_types=1);

namespace Jorvent\Screening\Read;

use Jorvent\Core\Screening\QuestionKind;

/** A question of the library as it is offered. */
final readonly class LibraryChoice
{
    public function __construct(public int $id, public string $name, public QuestionKind $kind, public bool $knockOut)
    {
    }
}
