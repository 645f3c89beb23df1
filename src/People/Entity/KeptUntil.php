<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;

/**
 * Until when someone's data is kept, and who was asked about it. KeepUntilStore writes the day, for many at once.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class KeptUntil
{
    /**
     * @param \DateTimeImmutable|null $askedAt      when the person was asked
     * @param \DateTimeImmutable|null $adminAskedAt when an admin was, since the person can not be
     * @param \DateTimeImmutable|null $renewedAt    when they last said yes
     */
    public function __construct(
        #[ORM\Column(name: 'keep_until', type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $day = null,
        #[ORM\Column(name: 'keep_asked_at', type: InstantType::NAME, nullable: true)]
        public ?\DateTimeImmutable $askedAt = null,
        #[ORM\Column(name: 'keep_admin_asked_at', type: InstantType::NAME, nullable: true)]
        public ?\DateTimeImmutable $adminAskedAt = null,
        #[ORM\Column(type: InstantType::NAME, nullable: true)]
        public ?\DateTimeImmutable $renewedAt = null,
    ) {
    }
}
