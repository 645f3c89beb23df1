<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** Two records were made one: what moved, and what the one that stays took over, so that it can all go back. */
#[ORM\Entity]
#[ORM\Table(name: 'candidate_merge')]
class Joining
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $undoneAt = null;

    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    private ?int $undoneBy = null;

    /**
     * @param Candidate                           $survivor under whom they are found
     * @param array<string, list<int>>            $moved    ids by table
     * @param array<string, string|int|bool|null> $survivorBefore
     * @param array<string, string|int|bool|null> $survivorAfter
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Candidate $survivor,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Candidate $other,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $moved,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $survivorBefore,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $survivorAfter,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $at,
    ) {
        if ($survivor === $other) {
            throw Refused::because('missing');
        }
    }

    /** @return array<string, list<int>> */
    public function moved(): array
    {
        return $this->moved;
    }

    /** The one that stays gets back what it took over, where nobody has changed it since. */
    public function undo(int $by, \DateTimeImmutable $now): void
    {
        if (null !== $this->undoneAt) {
            throw Refused::because('missing');
        }
        [$this->undoneBy, $this->undoneAt] = [$by, $now];
        $this->survivor->restore($this->survivorBefore, $this->survivorAfter);
    }

    /** They are forgotten: what was known of them goes here too. */
    public function forget(): void
    {
        [$this->survivorBefore, $this->survivorAfter] = [[], []];
    }
}
