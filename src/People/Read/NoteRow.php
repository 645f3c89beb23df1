<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** What someone of us wrote down about a person. */
final readonly class NoteRow
{
    public function __construct(public string $text, public \DateTimeImmutable $at, public string $by)
    {
    }
}
