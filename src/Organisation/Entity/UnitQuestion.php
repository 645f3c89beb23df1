<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** Someone could not pick the unit they need and asked the admins, with what was found out about it. */
#[ORM\Entity]
#[ORM\Table(name: 'reach_question')]
class UnitQuestion
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    private ?int $answeredBy = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $answeredAt = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $answer = null;

    /** @param list<Cause> $causes that kept the unit from them */
    public function __construct(
        #[ORM\Column]
        #[Reference('account')]
        private int $askedBy,
        #[ORM\Column(type: Types::TEXT)]
        private string $typed,
        /** the company they had chosen */
        #[ORM\Column(nullable: true)]
        private ?int $companyId,
        /** the unit that was found, if any; it may be in no version that ever was in force */
        #[ORM\Column(nullable: true)]
        private ?int $unitId,
        #[ORM\Column(type: Types::JSONB, enumType: Cause::class)]
        private array $causes,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        private string $note,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $askedAt,
    ) {
    }

    /** @throws Refused when it was answered before */
    public function answer(string $answer, int $by, \DateTimeImmutable $now): void
    {
        if (null !== $this->answeredAt) {
            throw Refused::because('nothing_to_decide');
        }
        [$this->answer, $this->answeredBy, $this->answeredAt] = [$answer, $by, $now];
    }
}
