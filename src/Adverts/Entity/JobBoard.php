<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Adverts\BoardTerms;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Database\Schema\InstantType;

/** A place where adverts can stand, as an admin set it up; our own careers site is one of them. */
#[ORM\Entity]
#[ORM\Table(name: 'board')]
#[ORM\UniqueConstraint(name: 'board_name_key', columns: ['name'])]
class JobBoard
{
    /** The key of our own careers site. */
    public const CAREERS = 'careers';

    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    /** how it is talked with: the name of a BoardShape, or "own" */
    #[ORM\Column(type: Types::TEXT)]
    private string $shape;

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $address = '';

    /** its key to us and ours to it, sealed */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $keyCipher = null;

    #[ORM\Column(options: ['default' => false])]
    private bool $enabled = false;

    /** people who look there in a month, as the board says */
    #[ORM\Column(nullable: true)]
    private ?int $reach = null;

    /** @var array<string, string> ours => theirs */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $fields = [];

    /** @var array<string, mixed> as BoardRules::toArray() gives it */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $rules = [];

    /** @var array<string, mixed> as Price::toArray() gives it */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $price = [];

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    #[ORM\Column(type: InstantType::NAME, options: ['default' => 'now()'])]
    private \DateTimeImmutable $savedAt;

    /** @param string|null $cipher its key, sealed */
    public function __construct(
        #[ORM\Id, ORM\Column(name: 'key', type: Types::TEXT)]
        public readonly string $key,
        /** its place in lists */
        #[ORM\Column(options: ['default' => 0])]
        public readonly int $rank,
        BoardTerms $terms,
        ?string $cipher,
        \DateTimeImmutable $now,
    ) {
        if (1 !== preg_match('/^[a-z][a-z0-9_]{1,29}$/', $key)) {
            throw Refused::because('board_key_wrong', 'key');
        }
        $this->shape = self::CAREERS === $key ? 'own' : $terms->shape;
        $this->take($terms, $cipher, $now);
    }

    /** Our own site: nobody has to be told, and it follows at once. */
    public function isOwn(): bool
    {
        return self::CAREERS === $this->key;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function version(): int
    {
        return $this->version;
    }

    public function isEnabled(): bool
    {
        return $this->enabled;
    }

    /**
     * @param string|null $cipher its key, sealed; null leaves the one it has
     * @param int         $seen   the version that was edited
     */
    public function change(BoardTerms $terms, ?string $cipher, int $seen, \DateTimeImmutable $now): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->take($terms, $cipher, $now);
    }

    /** @param string|null $secret its key, opened */
    public function opened(#[\SensitiveParameter] ?string $secret): Board
    {
        $known = array_intersect_key($this->fields, array_flip(Board::FIELDS));

        return new Board(
            key: $this->key,
            name: $this->name,
            shape: $this->shape,
            address: $this->address,
            secret: $secret,
            fields: array_filter($known, static fn (string $theirs): bool => '' !== $theirs),
            rules: BoardRules::fromArray($this->rules),
            price: Price::fromArray($this->price),
            reach: $this->reach,
            enabled: $this->enabled,
        );
    }

    public function cipher(): ?string
    {
        return $this->keyCipher;
    }

    private function take(BoardTerms $terms, ?string $cipher, \DateTimeImmutable $now): void
    {
        Refused::unlessEmpty($terms->blockers($this->isOwn()));
        if (!$this->isOwn()) {
            [$this->shape, $this->address, $this->enabled] = [$terms->shape, $terms->address, $terms->enabled];
        } else {
            $this->enabled = true;
        }
        [$this->name, $this->reach, $this->fields] = [$terms->name, $terms->reach, $terms->fields];
        [$this->rules, $this->price] = [$terms->rules->toArray(), $terms->price->toArray()];
        [$this->keyCipher, $this->savedAt] = [$cipher ?? $this->keyCipher, $now];
    }
}
