<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;

/** A place where adverts are posted, as an admin set it up. */
final readonly class Board
{
    /** Our words for the parts of an advert that a board may name in its own way. */
    public const FIELDS = ['title', 'body', 'city', 'region', 'postcode', 'country', 'category', 'pay_from', 'pay_to', 'currency', 'remote', 'language', 'apply', 'until', 'reference'];

    /**
     * @param array<string, string> $fields ours => theirs; a part that is not named is not sent
     * @param int|null              $reach  people who look there in a month, as the board says
     */
    public function __construct(
        public string $key,
        public string $name,
        public string $shape,
        public string $address,
        #[\SensitiveParameter] public ?string $secret,
        public array $fields,
        public BoardRules $rules,
        public Price $price,
        public ?int $reach = null,
        public bool $enabled = true,
    ) {
    }
}
