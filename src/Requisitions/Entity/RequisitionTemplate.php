<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Requisitions\Brief\Brief;

/** A requisition to start others from: everything it says, but for its days. */
#[ORM\Entity]
#[ORM\Table(name: 'requisition_template')]
class RequisitionTemplate
{
    private const OWN = ['openedOn' => true, 'targetOn' => true];

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @var array<array-key, mixed> as Brief::toArray() gives it */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $content;

    /** @var list<array<array-key, mixed>> as Questionnaire::toArray() gives them */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $questions;

    #[ORM\Column(nullable: true)]
    #[Reference('role_profile')]
    private ?int $profileId;

    #[ORM\Column(nullable: true)]
    private ?int $profileVersion;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $name,
        Requisition $of,
        /** whether others may start from it too */
        #[ORM\Column(options: ['default' => false])]
        public readonly bool $shared,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $savedBy,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $savedAt,
    ) {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        $this->content = array_diff_key($of->brief()->toArray(), self::OWN);
        $this->questions = $of->questionnaire()->toArray();
        [$this->profileId, $this->profileVersion] = [$of->origin->profileId, $of->origin->profileVersion];
    }

    /** Whether this person may start from it. */
    public function isFor(int $account): bool
    {
        return null === $this->retiredAt && ($this->shared || $account === $this->savedBy);
    }

    public function brief(): Brief
    {
        return Brief::fromArray($this->content);
    }

    public function questionnaire(): Questionnaire
    {
        return Questionnaire::fromArray($this->questions);
    }

    public function profileId(): ?int
    {
        return $this->profileId;
    }

    /** @param list<array<array-key, mixed>> $competencies that its profile has now */
    public function origin(array $competencies): Origin
    {
        return new Origin($this->profileId, $this->profileVersion, $competencies);
    }

    /** Nobody starts from it any more. */
    public function retire(int $by, bool $isAdmin, \DateTimeImmutable $now): void
    {
        if (null !== $this->retiredAt || (!$isAdmin && $by !== $this->savedBy)) {
            throw Refused::because('missing', 'template');
        }
        $this->retiredAt = $now;
    }
}
