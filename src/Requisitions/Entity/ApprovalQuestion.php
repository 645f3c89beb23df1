<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What an approver asks before deciding, and the answer. */
#[ORM\Entity]
#[ORM\Table(name: 'approval_question')]
#[ORM\Index(name: 'approval_question_requisition', columns: ['requisition_id'])]
class ApprovalQuestion
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

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Requisition $requisition,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $askedBy,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $question,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $askedAt,
    ) {
        if ('' === $question) {
            throw Refused::because('question_empty', 'question');
        }
    }

    public function answer(string $answer, int $by, \DateTimeImmutable $now): void
    {
        if (null !== $this->answeredAt) {
            throw Refused::because('nothing_to_decide');
        }
        if ('' === $answer) {
            throw Refused::because('missing', 'answer');
        }
        [$this->answer, $this->answeredBy, $this->answeredAt] = [$answer, $by, $now];
    }
}
