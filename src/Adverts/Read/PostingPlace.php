<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

/** The board where a posting stands. */
final readonly class PostingPlace
{
    /**
     * @param bool     $isOwn it is our own careers site
     * @param int|null $reach people who look there in a month, as the board says
     */
    public function __construct(public string $key, public string $name, public bool $isOwn, public ?int $reach)
    {
    }
}
