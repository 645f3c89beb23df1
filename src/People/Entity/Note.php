<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What someone of us wrote down about a person. */
#[ORM\Entity]
#[ORM\Table(name: 'candidate_note')]
class Note
{
    private const LONGEST = 4_000;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Candidate $candidate,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $text,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $at,
    ) {
        if ('' === $text) {
            throw Refused::because('missing', 'note');
        }
        if (mb_strlen($text) > self::LONGEST) {
            throw Refused::because('name_too_long', 'note', ['limit' => self::LONGEST]);
        }
    }
}
