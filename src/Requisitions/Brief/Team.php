<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * Who asks for the hire, leads it and looks after it, by account, and who may see it.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Team
{
    public function __construct(
        #[ORM\Column(name: 'requester_id')]
        #[Reference('account')]
        public int $requester,
        #[ORM\Column(name: 'manager_id')]
        #[Reference('account')]
        public int $manager,
        #[ORM\Column(name: 'recruiter_id')]
        #[Reference('account')]
        public int $recruiter,
        /** of human resources */
        #[ORM\Column(name: 'partner_id', nullable: true)]
        #[Reference('account')]
        public ?int $partner = null,
        #[ORM\Column(type: Types::TEXT, enumType: Visibility::class, options: ['default' => 'reach'])]
        public Visibility $visibility = Visibility::Reach,
    ) {
    }

    public static function from(Decoded $from): self
    {
        return new self(
            requester: $from->whole('requester') ?? 0,
            manager: $from->whole('manager') ?? 0,
            recruiter: $from->whole('recruiter') ?? 0,
            partner: $from->whole('partner'),
            visibility: Visibility::tryFrom($from->text('visibility') ?? '') ?? Visibility::Reach,
        );
    }

    /** @return array<string, string|int|null> */
    public function toArray(): array
    {
        return [
            'requester' => $this->requester,
            'manager' => $this->manager,
            'recruiter' => $this->recruiter,
            'partner' => $this->partner,
            'visibility' => $this->visibility->value,
        ];
    }

    /** With someone else in every part that one of them has. */
    public function handedOver(int $from, int $to): self
    {
        $who = static fn (?int $one): ?int => $one === $from ? $to : $one;

        return new self(
            requester: (int) $who($this->requester),
            manager: (int) $who($this->manager),
            recruiter: (int) $who($this->recruiter),
            partner: $who($this->partner),
            visibility: $this->visibility,
        );
    }
}
