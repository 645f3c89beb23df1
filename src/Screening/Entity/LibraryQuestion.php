<?php

declare(strict_types=1);

namespace Jorvent\Screening\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** A screening question that is kept under a name, to be taken into any brief or profile. */
#[ORM\Entity]
#[ORM\Table(name: 'question_library')]
class LibraryQuestion
{
    private const LONGEST_NAME = 120;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    /** @var array<string, mixed> as Question::toArray() gives it */
    #[ORM\Column(type: Types::JSONB)]
    private array $question;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    /** @throws Refused at name */
    public function __construct(
        string $name,
        Question $question,
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        private ?int $savedBy,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $savedAt,
    ) {
        $this->rename($name);
        $this->question = $question->toArray();
    }

    /** @throws Refused at name */
    public function rename(string $name): void
    {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        if (mb_strlen($name) > self::LONGEST_NAME) {
            throw Refused::because('too_long', 'name', ['most' => self::LONGEST_NAME]);
        }
        $this->name = $name;
    }

    /** It is offered no more; where it is asked already, it stays. */
    public function retire(\DateTimeImmutable $now): void
    {
        $this->retiredAt = $now;
    }

    public function takeBack(): void
    {
        $this->retiredAt = null;
    }

    /**
     * A question of a set that begins with what this one says.
     *
     * @param string $id  its own in the set
     * @param bool   $off whether it is asked only when it is ready
     *
     * @throws Refused when it is offered no more
     */
    public function begin(string $id, bool $off): Question
    {
        if (null !== $this->retiredAt) {
            throw Refused::because('missing');
        }

        return Question::fromArray(['id' => $id, 'showIf' => null, 'off' => $off] + $this->question);
    }
}
