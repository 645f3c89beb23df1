<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Platform\Database\Schema\InstantType;

/** The screening questions of a requisition at one version; once someone has answered them they stay as they are. */
#[ORM\Entity]
#[ORM\Table(name: 'questions_version')]
class QuestionsVersion
{
    /** @var list<array<array-key, mixed>> as Questionnaire::toArray() gives them */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $questions;

    public function __construct(
        #[ORM\Id, ORM\ManyToOne(inversedBy: 'questionVersions')]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Requisition $requisition,
        #[ORM\Id, ORM\Column]
        public readonly int $version,
        Questionnaire $questions,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $savedAt,
    ) {
        $this->questions = $questions->toArray();
    }

    public function rewrite(Questionnaire $questions, \DateTimeImmutable $now): void
    {
        $this->questions = $questions->toArray();
        $this->savedAt = $now;
    }

    public function questionnaire(): Questionnaire
    {
        return Questionnaire::fromArray($this->questions);
    }
}
