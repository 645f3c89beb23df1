<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequestWay;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What a person asked about their own data. Of each kind one is open at a time. */
#[ORM\Entity]
#[ORM\Table(name: 'data_request')]
#[ORM\UniqueConstraint(
    name: 'data_request_open', columns: ['candidate_id', 'kind'], options: ['where' => '(done_at IS NULL)'],
)]
class DataRequest
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $doneAt = null;

    /** who answered it; null when the program did */
    #[ORM\Column(nullable: true)]
    #[Reference('account')]
    private ?int $accountId = null;

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Candidate $candidate,
        #[ORM\Column(type: Types::TEXT, enumType: DataRequestKind::class)]
        public readonly DataRequestKind $kind,
        #[ORM\Column(type: Types::TEXT, enumType: DataRequestWay::class)]
        public readonly DataRequestWay $way,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $askedAt,
    ) {
    }

    public function isOpen(): bool
    {
        return null === $this->doneAt;
    }

    /** It is answered; what was answered before stays as it was. */
    public function answer(\DateTimeImmutable $now, ?int $by): void
    {
        if ($this->isOpen()) {
            [$this->doneAt, $this->accountId] = [$now, $by];
        }
    }
}
