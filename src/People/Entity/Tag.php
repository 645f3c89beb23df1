<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;

/** A word that people are marked with. There is one of each name, whatever its capitals. */
#[ORM\Entity]
#[ORM\Table(name: 'tag')]
class Tag
{
    public const LONGEST = 40;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $name,
    ) {
        if ('' === $name) {
            throw Refused::because('missing', 'tag');
        }
        if (mb_strlen($name) > self::LONGEST) {
            throw Refused::because('name_too_long', 'tag', ['limit' => self::LONGEST]);
        }
    }
}
