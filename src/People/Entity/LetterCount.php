<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * How often someone was written to and answered. Counted by CountLetters.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class LetterCount
{
    public function __construct(
        #[ORM\Column(options: ['default' => 0])]
        public int $asked = 0,
        #[ORM\Column(options: ['default' => 0])]
        public int $answered = 0,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $writtenOn = null,
    ) {
    }
}
