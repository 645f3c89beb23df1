<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

/** What a board has of a posting. */
final readonly class PostedThere
{
    /**
     * @param string|null $ref  the board's number for it
     * @param string|null $url  where it can be seen
     * @param string|null $hash fingerprint of the advert that it shows
     */
    public function __construct(public ?string $ref, public ?string $url, public ?string $hash)
    {
    }
}
