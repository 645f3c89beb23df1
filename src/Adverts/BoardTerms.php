<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Shared\Refusal;

/** What an admin sets of a board: how it is talked with, what it asks of an advert, what it costs. */
final readonly class BoardTerms
{
    private const LONGEST_ADDRESS = 300;
    /** A board that fetches our feed gives us no number to find a posting by. */
    private const FEED = 'feed';

    /**
     * @param int|null              $reach  people who look there in a month
     * @param array<string, string> $fields ours => theirs
     */
    public function __construct(
        public string $name,
        public string $shape,
        public string $address,
        public bool $enabled,
        public ?int $reach,
        public array $fields,
        public BoardRules $rules,
        public Price $price,
    ) {
    }

    /**
     * @param bool $isOwn our own site has no address, and nothing has to be told to it
     *
     * @return list<Refusal>
     */
    public function blockers(bool $isOwn): array
    {
        $blockers = [];
        if ('' === $this->name) {
            $blockers[] = new Refusal('name', 'missing');
        }
        if (!$isOwn && !$this->isAddress()) {
            $blockers[] = new Refusal('address', 'address_unreadable');
        }
        if (!$isOwn && '' === ($this->fields['reference'] ?? '') && self::FEED !== $this->shape) {
            $blockers[] = new Refusal('fields', 'reference_unnamed');
        }
        foreach ($this->fields as $theirs) {
            if (1 !== preg_match('/^[A-Za-z_][A-Za-z0-9_.\-]{0,60}$/', $theirs)) {
                return [...$blockers, new Refusal('fields', 'field_name_wrong')];
            }
        }

        return $blockers;
    }

    private function isAddress(): bool
    {
        return 1 === preg_match('#^https?://[^\s/@]+(/[^\s]*)?$#', $this->address)
            && mb_strlen($this->address) <= self::LONGEST_ADDRESS;
    }
}
