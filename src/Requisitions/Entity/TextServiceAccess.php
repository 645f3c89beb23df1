<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;

/** The text service that an admin entered: there is one. Its key is sealed with a key of the instance. */
#[ORM\Entity]
#[ORM\Table(name: 'text_service')]
class TextServiceAccess
{
    public const ONLY = 1;

    #[ORM\Id, ORM\Column(options: ['default' => 1])]
    public readonly int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $address;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $model;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $keyCipher = null;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    public function __construct(string $address, string $model, ?string $keyCipher, \DateTimeImmutable $now)
    {
        $this->id = self::ONLY;
        $this->enter($address, $model, $keyCipher, $now);
    }

    /** @param string|null $keyCipher null keeps the one there is */
    public function enter(string $address, string $model, ?string $keyCipher, \DateTimeImmutable $now): void
    {
        if (1 !== preg_match('#^https?://[^\s/]+#', $address) || mb_strlen($address) > 300) {
            throw Refused::because('address_unreadable', 'address');
        }
        if ('' === $model) {
            throw Refused::because('missing', 'model');
        }
        [$this->address, $this->model, $this->savedAt] = [$address, $model, $now];
        $this->keyCipher = $keyCipher ?? $this->keyCipher;
    }
}
