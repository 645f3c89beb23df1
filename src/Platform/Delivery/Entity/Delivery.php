<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Platform\Delivery\About;

/**
 * How a message stands: what pages show, and what people withdraw or send again. The key makes it once only, and
 * every receiver is given it to recognise a second delivery by.
 */
#[ORM\Entity]
#[ORM\Table(name: 'delivery')]
class Delivery
{
    private const LONGEST_ERROR = 300;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column(type: Types::BIGINT)]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: DeliveryState::class, options: ['default' => 'waiting'])]
    public DeliveryState $state = DeliveryState::Waiting;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 0])]
    public int $attempts = 0;

    /**
     * Which of its messages counts: sending it again by hand begins a new turn, and an older message does nothing.
     *
     * @phpstan-readonly-allow-private-mutation
     */
    #[ORM\Column(options: ['default' => 0])]
    public int $turn = 0;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $lastError = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $deliveredAt = null;

    #[ORM\Column(type: Types::TEXT)]
    public readonly string $subjectKind;

    #[ORM\Column]
    public readonly int $subjectId;

    #[ORM\Column(nullable: true)]
    #[Reference('requisition')]
    public readonly ?int $requisitionId;

    #[ORM\Column(nullable: true)]
    #[Reference('candidate')]
    public readonly ?int $candidateId;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME)]
    public \DateTimeImmutable $availableAt;

    /**
     * @param array{body: string, headers?: array<string, string>} $message     as the transport writes it
     * @param string|null                                          $sealed      the secrets it goes with
     * @param int                                                  $holdSeconds how long it can be withdrawn before it goes
     */
    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $kind,
        #[ORM\Column(type: Types::TEXT, unique: true)]
        public readonly string $key,
        #[ORM\Column(type: Types::JSONB)]
        public readonly array $message,
        About $about,
        #[ORM\Column(type: Types::BIGINT, nullable: true)]
        #[Reference('personal_value')]
        public readonly ?int $personalId,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $sealed,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
        int $holdSeconds,
    ) {
        $this->subjectKind = $about->kind;
        $this->subjectId = $about->id;
        $this->requisitionId = $about->requisition;
        $this->candidateId = $about->candidate;
        $this->availableAt = $createdAt->modify('+'.$holdSeconds.' seconds');
    }

    public function deliver(\DateTimeImmutable $at): void
    {
        $this->state = DeliveryState::Delivered;
        $this->deliveredAt = $at;
        $this->lastError = null;
        $this->sealed = null;
    }

    /** The other side did not take it: it waits for its next try. What was dropped meanwhile stays dropped. */
    public function putOff(string $error, \DateTimeImmutable $until): void
    {
        if (!$this->isOpen()) {
            return;
        }
        $this->state = DeliveryState::Waiting;
        $this->lastError = self::short($error);
        $this->availableAt = $until;
    }

    /** As putOff(), where it was known that asking is no use yet: that was no try. */
    public function leaveInPeace(string $why, \DateTimeImmutable $until): void
    {
        // one that could not be taken in hand beside another was not counted
        $this->attempts -= DeliveryState::Sending === $this->state ? 1 : 0;
        $this->putOff($why, $until);
    }

    public function fail(string $error): void
    {
        if (!$this->isOpen()) {
            return;
        }
        $this->state = DeliveryState::Failed;
        $this->lastError = self::short($error);
    }

    /** @param string|null $sealed the secrets it goes with from now on */
    public function again(\DateTimeImmutable $now, ?string $sealed): void
    {
        if (DeliveryState::Failed === $this->state) {
            $this->attempts = 0;
        }
        $this->state = DeliveryState::Waiting;
        $this->availableAt = $now;
        $this->sealed = $sealed;
        ++$this->turn;
    }

    public function drop(): void
    {
        $this->state = DeliveryState::Dropped;
        $this->sealed = null;
    }

    private function isOpen(): bool
    {
        return \in_array($this->state, [DeliveryState::Waiting, DeliveryState::Sending], true);
    }

    private static function short(string $error): string
    {
        return mb_substr($error, 0, self::LONGEST_ERROR);
    }
}
